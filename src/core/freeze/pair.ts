import type { Field } from './field';
import { look, reopen, rowsFor, sweepLayers, sweepWalls, type Rows } from './sweeps';

/** Parts of a step; all of one is done before the next begins. */
const PARTS = ['layers', 'walls', 'look', 'reopen'] as const;
const END = PARTS.length;
/** Words that two threads tell each other: the turn, the last that the partner did, whether it is there, the part that is due. */
const [TURN, DONE, THERE, PART] = [0, 1, 2, 3] as const;

/** What a partner in another thread needs; it can be sent there, its memory is shared. */
export interface SharedField {
  field: Omit<Field, 'metal'> & { metal: Omit<Field['metal'], 'heatAt'> };
  words: Int32Array;
  /** How long the step is, and the time at its end, s. */
  step_s: Float64Array;
}

/**
 * Starts a thread that follows what is shared (see `follow`), and does not wait for it.
 *
 * @returns what ends it
 */
export type StartPartner = (shared: SharedField) => () => void;

/** The middle of two halves of the cells that heat has come to, along y or z. */
const middle = ({ warm }: Pick<Field, 'warm'>, axis: 1 | 2) => (warm[2 * axis]! + warm[2 * axis + 1]!) >> 1;

/** One half of a part of a step. Halves share no line, so that what comes of them is the same whoever does them. */
function work(field: Field, rows: Rows, part: number, half: 0 | 1, step_s: Float64Array): void {
  const axis = PARTS[part] === 'walls' ? 1 : 2;
  const between = middle(field, axis);
  const from = half === 0 ? field.warm[2 * axis]! : between;
  const to = half === 0 ? between : field.warm[2 * axis + 1]!;
  const lost = (joule: number) => (field.lost_j[half] = field.lost_j[half]! + joule);
  switch (PARTS[part]) {
    case 'layers':
      lost(sweepLayers(field, rows, from, to, step_s[0]!));
      return;
    case 'walls':
      lost(sweepWalls(field, rows, from, to, step_s[0]!));
      return;
    case 'look':
      return look(field, half, from, to, step_s[1]!);
    case 'reopen':
      return reopen(field, half);
  }
}

/** The steps of a mold, done by this thread alone, or in halves with a partner as soon as it is there. */
export class Pair {
  private readonly rows: Rows;
  private readonly words?: Int32Array;
  private readonly step_s: Float64Array;
  private readonly stop: () => void = () => undefined;

  /** @param start given only where the field lies in shared memory */
  constructor(
    private readonly field: Field,
    start?: StartPartner
  ) {
    this.rows = rowsFor(field);
    this.step_s = start ? new Float64Array(new SharedArrayBuffer(16)) : new Float64Array(2);
    if (!start) return;
    this.words = new Int32Array(new SharedArrayBuffer(16));
    const { heatAt: _, ...metal } = field.metal;
    this.stop = start({ field: { ...field, metal }, words: this.words, step_s: this.step_s });
  }

  step(dt: number, time_s: number): void {
    this.step_s[0] = dt;
    this.step_s[1] = time_s;
    const { field, rows, step_s, words } = this;
    for (let part = 0; part < END; part++) {
      const together = words !== undefined && Atomics.load(words, THERE) === 1;
      if (together) this.ask(part);
      work(field, rows, part, 0, step_s);
      if (together) this.wait();
      else work(field, rows, part, 1, step_s);
    }
  }

  /** Lets the partner go. */
  end(): void {
    if (this.words) this.ask(END);
    this.stop();
  }

  private ask(part: number): void {
    Atomics.store(this.words!, PART, part);
    Atomics.add(this.words!, TURN, 1);
    Atomics.notify(this.words!, TURN);
  }

  private wait(): void {
    const words = this.words!;
    const turn = Atomics.load(words, TURN);
    for (let done = Atomics.load(words, DONE); done !== turn; done = Atomics.load(words, DONE))
      Atomics.wait(words, DONE, done);
  }
}

/** What a partner's thread does: its half of each part, until it is let go. */
export function follow({ field, words, step_s }: SharedField): void {
  // Only who pours asks how much heat there is at a temperature.
  const whole: Field = { ...field, metal: { ...field.metal, heatAt: () => NaN } };
  const rows = rowsFor(whole);
  let turn = Atomics.load(words, TURN);
  if (Atomics.load(words, PART) === END) return;
  Atomics.store(words, THERE, 1);
  for (;;) {
    Atomics.wait(words, TURN, turn);
    const asked = Atomics.load(words, TURN);
    if (asked === turn) continue;
    turn = asked;
    const part = Atomics.load(words, PART);
    if (part === END) return;
    work(whole, rows, part, 1, step_s);
    Atomics.store(words, DONE, turn);
    Atomics.notify(words, DONE);
  }
}
