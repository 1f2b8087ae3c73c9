import { trueFactor, massOf, type TrueSand } from '../bench/rough/true-heap';
import type { Chance } from '../src/lib/server/demo/chance';
import type { Answer, App } from './app';
import type { Harm, HarmName } from './harm';
import type { TrueShed } from './shed';

export const MIN_MS = 60_000;
export const HOUR_MS = 60 * MIN_MS;
export const ZONE = 'Europe/London';

export interface Id {
  id: number;
  version: number;
}

/** Somebody in their shed: the hour, what befell them, and how they write to Brunkel. */
export abstract class Workshop {
  readonly harms: Harm[] = [];
  /** Days that were given up, and what was said. */
  readonly stops: string[] = [];
  /** Castings that were wanted, and those that came out of their molds without a harm. */
  readonly castings = { wanted: 0, sound: 0 };
  protected now: number;

  constructor(
    protected readonly app: App,
    protected readonly shed: TrueShed,
    protected readonly by: Chance,
    at: string,
    /** Tells what is done, for whoever looks at one shed. */
    private readonly aloud = false
  ) {
    this.now = Date.parse(at);
  }

  /** The sand as it truly is. */
  protected abstract sand: TrueSand;
  /** Time went on: what stands meanwhile stands. */
  protected abstract stood(): void;

  protected at = () => new Date(this.now).toISOString();

  /** Goes on to a time. */
  protected async until(ms: number): Promise<void> {
    if (ms > this.now) this.now = ms;
    await this.app.setClock(this.at());
    this.stood();
  }

  /** Works so long, give or take. */
  protected spend = (minutes: number) =>
    this.until(this.now + minutes * MIN_MS * Math.exp(this.by.noise(0.15)));

  protected tell(what: string): void {
    if (!this.aloud) return;
    const { nature } = this.shed;
    const water = massOf(this.sand) > 0 ? (100 * this.sand.water) / massOf(this.sand) : 0;
    console.log(
      `${this.at().slice(5, 16)} ${what} [water ${water.toFixed(2)} %, ${trueFactor(this.sand, nature).toFixed(2)}]`
    );
  }

  protected harm(is: HarmName, what: string): void {
    this.harms.push({ is, what: `${this.at().slice(0, 16)} ${what}` });
  }

  /** Sends it; where it is only asked about, says that it is right. */
  protected async sure<T>(path: string, body: object): Promise<Answer<T>> {
    const first = await this.app.post<T & { question?: unknown }>(path, body);
    if (first.ok || !first.body.question) return first;
    const { entries } = body as { entries?: object[] };
    return this.app.post<T>(path, {
      ...body,
      ...(entries ? { entries: entries.map((each) => ({ ...each, confirmed: true })) } : { confirmed: true })
    });
  }

  /** What the shed's scale shows, kg. */
  protected weighed = (kg: number) =>
    Math.max(0.001, Number((kg * (1 + this.shed.scale_off) + this.by.noise(0.002)).toFixed(3)));
}

/** An answer that nobody may refuse here. @throws with what was said */
export async function need<T>(of: Promise<Answer<T>>): Promise<T> {
  const { ok, status, body } = await of;
  if (!ok) throw new Error(`${status}: ${JSON.stringify(body)}`);
  return body;
}
