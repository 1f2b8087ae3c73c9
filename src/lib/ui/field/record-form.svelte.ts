import { machineZone } from '$core/time/zone';
import { setContext, tick } from 'svelte';
import type { AnySchema } from 'yup';
import type { Checked, FieldError } from '$lib/schema/validate';
import { ApiProblem, ChangedMeanwhile, amend, type AskedAbout, type HowSent } from '../api-client';
import { asSentence, pathWords } from './as-sentence';
import { KeptDraft } from '../draft/kept-draft.svelte';

/**
 * The state of one form: what is wrong with it, by field, and whether it is on its way. It checks with the
 * schema that the server checks with, and keeps what was typed whatever the server answers.
 */
export class RecordForm {
  errors = $state<FieldError[]>([]);
  /** What went wrong as a whole, when no field can say it. */
  message = $state<string | null>(null);
  /** Likely a slip: it is taken once somebody says that it is right. */
  question = $state<AskedAbout | null>(null);
  busy = $state(false);
  /** What is typed, kept on the device until it is taken. */
  draft: Pick<KeptDraft<unknown>, 'restored' | 'throwAway' | 'handOver' | 'takeBack' | 'finish'> | null =
    null;
  /** A figure in it was taken from a simulated device. */
  simulated = $state(false);
  /** The record has changed since this form was filled in: what it wants now is to be read anew. */
  outdated = $state(false);
  private again: (() => Promise<unknown>) | null = null;
  /** Fields in which something is typed that cannot be read: left out, it would count as if nothing stood there. */
  private unreadable: symbol[] = [];
  /** It was to be sent, and something in it could not be read. */
  tried = $state(false);
  /** Paths that some field of the form stands for. */
  private readonly asked: string[] = [];
  /** The record as it was when this form was filled in from it. */
  private seen: { version: number } | null = null;

  /**
   * Keeps what is typed on the device until it is taken or thrown away. Call it while the form is set up.
   *
   * @param name of the form and of what it is about
   * @param read what is typed now
   * @param write puts it back
   * @param stamp what it is filled in for (a version, say): a draft for another one is let go
   */
  keep<T>(name: string, read: () => T, write: (value: T) => void, stamp: string | number = ''): void {
    setContext(RECORD_FORM, this);
    this.draft = new KeptDraft<T | Simulated<T>>(
      name,
      () => (this.simulated ? { simulated: true, typed: read() } : read()),
      (kept) => {
        this.simulated = isSimulated(kept);
        write(isSimulated(kept) ? kept.typed : kept);
      },
      String(stamp)
    );
  }

  errorOf(path: string): string | undefined {
    if (!this.asked.includes(path)) this.asked.push(path);
    const message = this.errors.find((error) => error.path === path)?.message;
    return message && asSentence(message);
  }

  /** A field tells whether what is typed in it can be read. */
  holds(field: symbol, readable: boolean): void {
    const others = this.unreadable.filter((each) => each !== field);
    this.unreadable = readable ? others : [...others, field];
  }

  /**
   * Checks the body and sends it.
   *
   * @param schema or what loads it, where it need not come with the page
   * @param send what to do with the body; it is handed one, as a confirmed one is sent again
   * @param then after a confirmed one went through
   * @returns what `send` returned, or undefined when it was refused here or there
   */
  async submit<B extends object, T>(
    schema: AnySchema | LaterSchema,
    body: B,
    send: (body: B) => Promise<T>,
    then?: (done: T) => unknown
  ): Promise<T | undefined> {
    if (this.busy) return undefined;
    this.tried = this.unreadable.length > 0;
    if (this.tried) {
      await firstWrong();
      return undefined;
    }
    this.busy = true;
    const checked = await checkedBy(schema, body);
    this.message = null;
    this.question = null;
    this.outdated = false;
    this.errors = checked.ok ? [] : checked.errors;
    if (!checked.ok) {
      this.busy = false;
      await firstWrong();
      // A form that refuses says why, also where no field of it can.
      const homeless = this.errors.find(({ path }) => !this.asked.includes(path));
      if (homeless) this.message = asSentence(`${pathWords(homeless.path)} ${homeless.message}`.trim());
      return undefined;
    }
    // On its way it lies in the outbox, which outlives the page; refused, it is a draft again.
    this.draft?.handOver();
    try {
      const done = await send(this.simulated ? { ...body, simulated: true } : body);
      // What is typed next was not.
      this.simulated = false;
      return done;
    } catch (thrown) {
      this.draft?.takeBack();
      if (!(thrown instanceof ApiProblem)) throw thrown;
      this.errors = thrown.errors;
      this.message = thrown.message;
      this.question = thrown.question;
      this.again = async () => {
        const done = await this.submit(schema, { ...body, confirmed: true }, send, then);
        if (done !== undefined) await then?.(done);
      };
      if (thrown.errors.length > 0) void firstWrong();
      this.outdated = thrown.errors.some(({ path }) => path === 'expected_heap_version');
      return undefined;
    } finally {
      this.busy = false;
    }
  }

  /**
   * Keeps the record that the form is filled in from. What is changed is changed from that, although the page may be read
   * anew while somebody types. Call it when the form is filled in.
   */
  fillFrom(record: { version: number } | null): void {
    this.seen = record && { ...record };
  }

  /**
   * Changes the record that the form was filled in from. Where somebody else changed the same meanwhile, that is said, and
   * pressed again it is changed all the same.
   *
   * @param path of the record, below /api/v1
   * @returns the record as it is now, or undefined when it was refused
   */
  async amend<T = unknown>(
    schema: AnySchema | LaterSchema,
    path: string,
    change: object,
    how: HowSent = {}
  ): Promise<(T & { version: number }) | undefined> {
    const { seen } = this;
    if (!seen) throw new TypeError('The form was filled in from no record.');
    return this.submit(schema, { ...change, version: seen.version }, async (body) => {
      try {
        const done = await amend<T>(path, seen, body, how);
        this.seen = done;
        return done;
      } catch (thrown) {
        if (thrown instanceof ChangedMeanwhile) this.seen = thrown.now;
        throw thrown;
      }
    });
  }

  /** It is right all the same: sends it again, confirmed. */
  async confirm(): Promise<void> {
    const { again } = this;
    this.again = null;
    await again?.();
  }

  /** The question is answered otherwise. */
  settle(): void {
    this.errors = [];
    this.message = null;
    this.question = null;
  }
}

/** Loads a schema when it is wanted: a page that may never be written on does not bring it. */
export type LaterSchema = () => Promise<AnySchema>;

/** What cannot be loaded for want of a connection is not checked here: the server holds it against the same schema. */
async function checkedBy(schema: AnySchema | LaterSchema, body: unknown): Promise<Checked<unknown>> {
  const loaded = await Promise.all([
    import('$lib/schema/validate'),
    typeof schema === 'function' ? schema() : schema
  ]).catch(() => null);
  if (!loaded) return { ok: true, value: body };
  const [{ check }, found] = loaded;
  return check(found, body);
}

/** The form that a field stands in. */
export const RECORD_FORM = Symbol('record form');

interface Simulated<T> {
  simulated: true;
  typed: T;
}
const isSimulated = <T>(kept: T | Simulated<T>): kept is Simulated<T> =>
  typeof kept === 'object' && kept !== null && 'simulated' in kept && 'typed' in kept;

/** Who is told that something is wrong stands at it. */
async function firstWrong(): Promise<void> {
  await tick();
  if (typeof document !== 'undefined')
    document.querySelector<HTMLElement>('main [aria-invalid="true"]')?.focus();
}

/** Drops what is undefined, so that an empty optional field is absent rather than null. */
export function present<T extends object>(fields: T): T {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
}

/** The reader's time zone, kept with what they write. */
export const zone = machineZone;
