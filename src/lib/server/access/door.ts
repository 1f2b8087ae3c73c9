import { nowIso, nowMs } from '$core/time/now';
import { createHash, randomBytes } from 'node:crypto';
import { TOKEN_DAYS, type TokenScope } from '$lib/schema/access';
import { Refusal, notFound } from '../refusal';
import { GuessesByCaller, networkOf } from './guesses';
import { keysStamp, readKeys, writeKeys, type KeptToken, type Keys } from './keys';
import { SHORTEST_PASSPHRASE, opens, sealed } from './passphrase';

const hashed = (secret: string) => createHash('sha256').update(secret).digest('hex');

/** Devices that stay signed in at most; the oldest has to give the passphrase again. */
const MOST_SESSIONS = 50;
const SESSION_DAYS = 180;
export const SESSION_SECONDS = SESSION_DAYS * 86_400;
const MOST_TOKENS = 50;
const MOST_DEVICES = 100;

const DAY_MS = 86_400_000;

export interface TokenRecord {
  id: number;
  name: string;
  created_at: string;
  only: TokenScope | null;
  /** The one plan that a calendar's reads; null: all that are not over. */
  plan_id: number | null;
  until: string;
}

const lastsUntil = ({ until, created_at }: KeptToken): string =>
  until ?? new Date(Date.parse(created_at) + TOKEN_DAYS * DAY_MS).toISOString();
/** What is told of a token; what it holds is not kept. */
const recordOf = (token: KeptToken): TokenRecord => ({
  id: token.id,
  name: token.name,
  created_at: token.created_at,
  only: token.only ?? null,
  plan_id: token.plan_id ?? null,
  until: lastsUntil(token)
});

/** Lets in who gave the passphrase, and devices and scripts by their tokens. */
export class Door {
  private readonly guesses = new GuessesByCaller();
  /** A passphrase is held against what is kept one after the other: a crowd of guesses takes no more than one hand. */
  private asking: Promise<unknown> = Promise.resolve();
  private known: Keys;
  private stamp: number;

  constructor(private readonly folder: string) {
    this.stamp = keysStamp(folder);
    this.known = readKeys(folder);
  }

  /** As they are: a passphrase may be set by the command while a server runs. */
  private get keys(): Keys {
    const stamp = keysStamp(this.folder);
    if (stamp !== this.stamp) {
      this.known = readKeys(this.folder);
      this.stamp = stamp;
    }
    return this.known;
  }

  get hasPassphrase(): boolean {
    return this.keys.passphrase !== null;
  }

  get sessions(): number {
    return this.keys.sessions.length;
  }

  /**
   * Signs a device in.
   *
   * @param caller where it comes from, and what it holds if it signed in before: only its own guesses make it wait
   * @returns what it has to show from then on, and what tells it from strangers
   * @throws Refusal 422 when it is wrong, 429 while its guesses have to wait
   */
  async signIn(
    passphrase: string,
    { address, device }: { address: string; device?: string | undefined },
    at = nowMs()
  ): Promise<{ session: string; device: string }> {
    const known = device !== undefined && (this.keys.devices ?? []).includes(hashed(device));
    const guesses = this.guesses.of(known ? `device ${hashed(device)}` : `from ${networkOf(address)}`);
    const wait = guesses.wait(at);
    if (wait > 0)
      throw new Refusal(429, `Too many wrong passphrases: wait ${Math.ceil(wait / 1000)} s and try again.`);
    const { passphrase: kept } = this.keys;
    guesses.begin(at);
    const turn = this.asking.then(() => kept !== null && opens(passphrase, kept));
    this.asking = turn.catch(() => undefined);
    if (!(await turn))
      throw new Refusal(422, 'That is not the passphrase.', [
        { path: 'passphrase', message: 'is not the one that was set' }
      ]);
    guesses.right();
    const secret = randomBytes(32).toString('base64url');
    const own = known ? device : randomBytes(32).toString('base64url');
    const sessions = [...this.living(at), { hash: hashed(secret), created_at: nowIso() }].slice(
      -MOST_SESSIONS
    );
    const devices = [...(this.keys.devices ?? []).filter((each) => each !== hashed(own)), hashed(own)];
    this.keep({ ...this.keys, sessions, devices: devices.slice(-MOST_DEVICES) });
    return { session: secret, device: own };
  }

  holdsSession(secret: string | undefined, at = nowMs()): boolean {
    if (!secret) return false;
    const hash = hashed(secret);
    return this.living(at).some((session) => session.hash === hash);
  }

  /**
   * @param of what is asked for: one that is good for the calendar alone opens nothing else
   * @param plan_id whose calendar it is; null: that of all plans, which a token of one plan does not open
   */
  holdsToken(
    secret: string | null | undefined,
    of: 'anything' | TokenScope = 'anything',
    { at = nowMs(), plan_id = null }: { at?: number; plan_id?: number | null } = {}
  ): boolean {
    if (!secret) return false;
    const hash = hashed(secret);
    return this.keys.tokens.some(
      (token) =>
        token.hash === hash &&
        (token.only === undefined || token.only === of) &&
        (token.plan_id === undefined || token.plan_id === plan_id) &&
        at < Date.parse(lastsUntil(token))
    );
  }

  signOut(secret: string | undefined): void {
    if (secret)
      this.keep({ ...this.keys, sessions: this.keys.sessions.filter(({ hash }) => hash !== hashed(secret)) });
  }

  /** Sets another passphrase: every device has to give it anew, and every token ends. */
  async setPassphrase(passphrase: string): Promise<void> {
    if (passphrase.length < SHORTEST_PASSPHRASE)
      throw new Refusal(422, `A passphrase has at least ${SHORTEST_PASSPHRASE} characters.`, [
        { path: 'passphrase', message: `must have at least ${SHORTEST_PASSPHRASE} characters` }
      ]);
    this.keep({ ...this.keys, passphrase: await sealed(passphrase), sessions: [], tokens: [] });
  }

  tokens(): TokenRecord[] {
    return this.keys.tokens.map((token) => recordOf(token));
  }

  /** Makes a token; only now it is shown whole. */
  newToken(
    name: string,
    {
      only,
      plan_id,
      days = TOKEN_DAYS
    }: Pick<Partial<KeptToken>, 'only' | 'plan_id'> & { days?: number } = {}
  ): TokenRecord & { token: string } {
    if (this.keys.tokens.length >= MOST_TOKENS)
      throw new Refusal(422, `There are ${MOST_TOKENS} tokens already: revoke one first.`);
    const token = `brunkel_${randomBytes(24).toString('base64url')}`;
    const id = Math.max(0, ...this.keys.tokens.map((each) => each.id)) + 1;
    const until = new Date(nowMs() + days * DAY_MS).toISOString();
    const kept = { id, name, created_at: nowIso(), until, hash: hashed(token), only, plan_id };
    this.keep({ ...this.keys, tokens: [...this.keys.tokens, kept] });
    return { ...recordOf(kept), token };
  }

  revokeToken(id: number): void {
    if (!this.keys.tokens.some((token) => token.id === id)) throw notFound('token', id);
    this.keep({ ...this.keys, tokens: this.keys.tokens.filter((token) => token.id !== id) });
  }

  private living(at: number) {
    return this.keys.sessions.filter(
      ({ created_at }) => at - Date.parse(created_at) < SESSION_SECONDS * 1000
    );
  }

  private keep(keys: Keys): void {
    writeKeys(this.folder, keys);
    this.known = keys;
    this.stamp = keysStamp(this.folder);
  }
}
