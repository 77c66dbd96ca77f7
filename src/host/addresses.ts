import { networkInterfaces } from 'node:os';

/** Addresses by which other machines of the same network find this one. */
export function addresses(): string[] {
  return Object.values(networkInterfaces()).flatMap((all) =>
    (all ?? []).flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : [])),
  );
}
