import { proxy, transfer, wrap, type Remote } from 'comlink';
import type { MeshAnalysis, Step } from '$core/pattern/analyse';
import type { PartingChoice } from '$core/pattern/draw/drawing';
import type { MeshUnit } from '$core/pattern/file/format';
import type { Vector } from '$core/pattern/mesh/triangles';
import type { Alloy } from '$core/reference/alloys';
import type { Analysed, Desk, Drawn } from '$lib/workers/mesh-worker';
import { SHADES } from './draft-shades';
import { meshWorker } from './mesh-worker-thread';

/** Bytes that go over without being copied. */
const handed = (bytes: Uint8Array<ArrayBuffer>) => transfer(bytes, [bytes.buffer]);

/** A mesh that is worked out beside the page: how far it has come, what came of it, and how to call it off. */
export class MeshDesk {
  step = $state<Step | null>(null);
  trouble = $state<string | null>(null);
  mesh = $state.raw<Analysed | null>(null);
  /** As it is drawn now; at first the best way. */
  drawn = $state.raw<Drawn | null>(null);
  private worker: Worker | null = null;
  private desk: Remote<Desk> | null = null;

  private begin(): Remote<Desk> {
    this.cancel();
    this.trouble = null;
    this.worker = meshWorker();
    this.desk = wrap<Desk>(this.worker);
    this.step = { doing: 'measuring', done: 0 };
    return this.desk;
  }

  /** Reads a mesh file and works all of it out; its bytes are handed over. */
  analyse(bytes: Uint8Array<ArrayBuffer>, unit: MeshUnit | undefined, alloy: Alloy): Promise<void> {
    const told = proxy((step: Step) => void (this.step = step));
    return this.take(this.begin().analyse(handed(bytes), unit, alloy, SHADES, told));
  }

  /** Opens a mesh whose ways to be drawn are known. */
  open(
    bytes: Uint8Array<ArrayBuffer>,
    unit: MeshUnit,
    alloy: Alloy,
    pulls: MeshAnalysis['pulls'],
    way: Vector,
    choice: PartingChoice
  ): Promise<void> {
    return this.take(this.begin().open(handed(bytes), unit, alloy, SHADES, pulls, way, choice));
  }

  private async take(answer: Promise<Analysed>): Promise<void> {
    const own = this.worker;
    try {
      const mesh = await answer;
      if (this.worker !== own) return;
      this.mesh = mesh;
      this.drawn = mesh;
    } catch (thrown) {
      if (this.worker === own) this.trouble = (thrown as Error).message;
    } finally {
      if (this.worker === own) this.step = null;
    }
  }

  /** Draws it another way, or parts it elsewhere; of several asked at once the last one counts. */
  async draw(way: Vector, choice: PartingChoice, alloy: Alloy): Promise<void> {
    const { desk } = this;
    if (!desk || !this.mesh) return;
    this.wanted = { way, choice, alloy };
    if (this.drawing) return;
    this.drawing = true;
    try {
      while (this.wanted) {
        const next = this.wanted;
        this.wanted = null;
        const drawn = await desk.draw(next.way, next.choice, next.alloy, SHADES);
        if (this.desk !== desk) return;
        this.drawn = drawn;
      }
    } finally {
      this.drawing = false;
    }
  }
  drawing = $state(false);
  private wanted: { way: Vector; choice: PartingChoice; alloy: Alloy } | null = null;

  /** Calls off what runs, and lets go of the mesh. */
  cancel(): void {
    this.worker?.terminate();
    this.worker = null;
    this.desk = null;
    this.step = null;
    this.mesh = null;
    this.drawn = null;
  }
}
