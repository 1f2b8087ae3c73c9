import type { MeshUnit } from '$core/pattern/file/format';
import type { MeshRecord } from '$lib/schema/pattern';
import { LongWork } from '../work/long-work.svelte';

const TRIED_AGAIN_MS = 4000;
/** Few systems know what an STL is: without a type its body would not be heard. */
export const AS_FILE = { 'content-type': 'application/octet-stream' };

/** A mesh on its way to the server: tried again until it is there or refused. */
export class MeshUpload {
  mesh = $state.raw<MeshRecord | null>(null);
  trouble = $state<string | null>(null);
  unreachable = $state(false);
  /** How far the server is with it. */
  readonly work = new LongWork();
  private turn = 0;
  private answer: Promise<MeshRecord | null> = Promise.resolve(null);

  /** Sends a file; one that was being sent before is let go. */
  send(file: Blob, name: string, unit: MeshUnit): Promise<MeshRecord | null> {
    this.mesh = null;
    this.trouble = null;
    const own = ++this.turn;
    this.answer = this.tried(
      file,
      `/api/v1/meshes?unit=${unit}&name=${encodeURIComponent(name.slice(0, 200))}`,
      own
    );
    return this.answer;
  }

  /** What it became, once it is there; null when it was refused. */
  whenThere(): Promise<MeshRecord | null> {
    return this.answer;
  }

  private async tried(file: Blob, to: string, own: number): Promise<MeshRecord | null> {
    while (own === this.turn) {
      let response: Response;
      try {
        response = await this.work.follow(({ signal, work }) =>
          fetch(to, {
            method: 'POST',
            body: file,
            headers: { ...AS_FILE, 'brunkel-work': work! },
            signal: signal!
          })
        );
      } catch (thrown) {
        if ((thrown as Error).name === 'AbortError') {
          this.trouble = 'You stopped it: choose the file again.';
          return null;
        }
        this.unreachable = true;
        await new Promise((done) => setTimeout(done, TRIED_AGAIN_MS));
        continue;
      }
      this.unreachable = false;
      const answer = (await response.json().catch(() => ({}))) as MeshRecord & {
        detail?: string;
        errors?: { message: string }[];
      };
      if (own !== this.turn) return null;
      if (response.ok) return (this.mesh = answer);
      this.trouble = answer.errors?.[0]?.message ?? answer.detail ?? 'It was refused.';
      return null;
    }
    return null;
  }
}
