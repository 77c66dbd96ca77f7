import { required } from '../../core/data/required.js';
import { assetName } from '../../core/sites/items.js';
import { sha256 } from '../../core/text/hash.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { ApiClient, type Connection } from './api-client.js';
import type { HandedProject, HandedFile } from './hand-over.js';
import { planSending, type PlanOptions, type SendStep } from './plan.js';

/** What sending would do, found out without changing anything. */
export interface Plan {
  readonly steps: readonly SendStep[];
  /** Files that are not there yet. */
  readonly files: readonly HandedFile[];
  readonly tokens: boolean;
  /** The site has no name yet: it gets that of the project. */
  readonly names: boolean;
}

/** A part of a file in one request, bytes. */
const PART = 4 * 1024 * 1024;

export interface Sent {
  readonly files: number;
  readonly bytes: number;
  readonly items: readonly string[];
  readonly published: readonly string[];
}

/** One project on its way to one site. */
export class SiteSending {
  private readonly client: ApiClient;

  constructor(
    connection: Connection,
    private readonly handed: HandedProject,
  ) {
    this.client = new ApiClient(connection);
  }

  /** @throws TavrikError if the site cannot be reached, does not know the token, or what is asked for cannot be done */
  async plan(options: PlanOptions): Promise<Plan> {
    const { etag } = await this.client.get('/site');
    const { source, tokens } = this.handed;
    const there = await this.client.get(`/tokens/${source}`, [404]);
    const steps = await planSending(this.client, this.handed, options);
    return {
      steps,
      files: await this.missing(),
      tokens: tokens !== undefined && JSON.stringify(JSON.parse(tokens)) !== JSON.stringify(there.body),
      names: etag === '"0"',
    };
  }

  /**
   * Does what was planned: files first, then tokens, then what shows them. Whatever stops it, nothing is half done, and
   * sending again goes on from there.
   */
  async send(plan: Plan, publish: boolean, tell: (what: string, share: number) => void): Promise<Sent> {
    const total = plan.files.reduce((sum, { bytes }) => sum + bytes.length, 0);
    let done = 0;
    for (const file of plan.files) {
      tell(assetName(file.path), total ? done / total : 1);
      await this.sendFile(file);
      done += file.bytes.length;
    }
    if (plan.names)
      await this.client.put('/site', { name: this.handed.title, language: this.handed.language }, '"0"', [412]);
    if (plan.tokens) await this.sendTokens();
    const items: string[] = [];
    for (const step of plan.steps) {
      if (!step.put) continue;
      tell(step.name, 1);
      await this.sendItem(step);
      items.push(step.id);
    }
    return { files: plan.files.length, bytes: total, items, published: publish ? await this.publish(plan.steps) : [] };
  }

  private async missing(): Promise<HandedFile[]> {
    const { files } = this.handed;
    if (files.length === 0) return [];
    const asked = files.map(({ path, bytes }) => ({ name: assetName(path), hash: sha256(bytes) }));
    const { body } = await this.client.post<{ files: { name: string }[] }>('/media/missing', { files: asked });
    const names = new Set(body.files.map(({ name }) => name));
    return files.filter(({ path }) => names.has(assetName(path)));
  }

  /** A file in parts. Where a part broke off, the site says how far it is. */
  private async sendFile({ path, bytes }: HandedFile): Promise<void> {
    const begun = await this.client.post<{ id: string; offset: number }>('/uploads', {
      name: assetName(path),
      hash: sha256(bytes),
      bytes: bytes.length,
    });
    let { offset } = begun.body;
    for (;;) {
      const { status, body, ...answer } = await this.client.patchBytes<{ offset?: number }>(
        `/uploads/${begun.body.id}`,
        bytes.subarray(offset, offset + PART),
        offset,
      );
      if (status === 200) return;
      if (status === 409 && typeof body.offset !== 'number') await new Promise((done) => setTimeout(done, 200));
      offset = status === 409 ? (body.offset ?? offset) : answer.offset;
    }
  }

  private async sendTokens(): Promise<void> {
    const { source, tokens } = this.handed;
    const { etag, status } = await this.client.get(`/tokens/${source}`, [404]);
    await this.client.put(`/tokens/${source}`, JSON.parse(required(tokens)), status === 404 ? '"0"' : etag);
  }

  private async sendItem({ id, put }: SendStep): Promise<void> {
    const { body, etag } = required(put);
    if (etag === undefined) {
      await this.client.post('/items', body);
      return;
    }
    const { status } = await this.client.put(`/items/${id}`, body, etag, [412]);
    if (status === 412)
      throw new TavrikError(
        `"${id}" has just been changed on the site.`,
        id,
        'Send again: the new state of the site is compared first.',
        'conflict',
      );
  }

  /** Publishes what was sent, and what it needs that nobody sees yet. */
  private async publish(steps: readonly SendStep[]): Promise<string[]> {
    const published: string[] = [];
    for (const { id } of steps) {
      const { body, etag } = await this.client.get<{ status: string }>(`/items/${id}`);
      if (body.status === 'published') continue;
      await this.client.post(`/items/${id}/publish`, {}, { 'if-match': etag });
      published.push(id);
    }
    return published;
  }
}
