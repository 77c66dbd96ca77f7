/** A share, 0 to 1, as people read it. */
export function percent(share: number): string {
  const value = share * 100;
  if (value !== 0 && Math.abs(value) < 0.01) return '<0.01 %';
  if (value < 100 && value > 99.99) return '99.99 %';
  return `${value.toFixed(2)} %`;
}
