import { nowMs } from '$core/time/now';
import { deviceStorage } from '../draft/storage';

/** A wait that runs on this device: it keeps when it ends, so a reload or a sleep takes nothing from it. */
export interface Timer {
  name: string;
  /** What is waited for: "Gate heap rests, covered". */
  says: string;
  seconds: number;
  ends_at: number;
  /** The page that it belongs to. */
  href: string;
  /** What comes after it, and is started by it. */
  then?: { says: string; seconds: number } | undefined;
}

const NAME = 'timers';
/** One that ended so long ago is let go, ms. */
const FORGOTTEN_MS = 6 * 3_600_000;

let list = $state<Timer[]>([]);
let now = $state(nowMs());
let listeners: ((timer: Timer) => void)[] = [];

/** The timers of this device, those that end first before the others. */
export const timers = (): readonly Timer[] => list;
export const timerNamed = (name: string): Timer | undefined => list.find((timer) => timer.name === name);
export const secondsLeft = ({ ends_at }: Timer): number => Math.max(0, Math.round((ends_at - now) / 1000));

/** A clock face: 12:40, or 1:02:40. */
export function clockText(seconds: number): string {
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (value: number) => String(value).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

export function startTimer(timer: Omit<Timer, 'ends_at'>): void {
  now = nowMs();
  keep([
    ...list.filter(({ name }) => name !== timer.name),
    { ...timer, ends_at: now + timer.seconds * 1000 }
  ]);
}

export function clearTimer(name: string): void {
  keep(list.filter((timer) => timer.name !== name));
}

/** Calls `listener` when a timer ends, until the returned function is called. */
export function onRing(listener: (timer: Timer) => void): () => void {
  listeners = [...listeners, listener];
  return () => void (listeners = listeners.filter((each) => each !== listener));
}

/** Takes up what runs on this device and follows the clock, in all its tabs, until the returned function is called. */
export function followTimers(): () => void {
  take();
  const tick = setInterval(() => {
    const before = now;
    now = nowMs();
    for (const timer of list) if (timer.ends_at > before && timer.ends_at <= now) ring(timer);
  }, 500);
  const heard = (event: StorageEvent) => {
    if (event.key?.endsWith(NAME)) take();
  };
  addEventListener('storage', heard);
  return () => {
    clearInterval(tick);
    removeEventListener('storage', heard);
  };
}

function ring(timer: Timer): void {
  for (const listener of listeners) listener(timer);
  keep(list.map((each) => (each.name === timer.name ? goneOn(each, now) : each)));
}

/** A timer that has ended goes over into what comes after it, from the moment it ended: nobody need have watched. */
export function goneOn(timer: Timer, at: number): Timer {
  const { then, ends_at } = timer;
  return then && ends_at <= at
    ? { ...timer, ...then, then: undefined, ends_at: ends_at + then.seconds * 1000 }
    : timer;
}

function take(): void {
  now = nowMs();
  const kept = (deviceStorage().get(NAME) ?? []) as Timer[];
  list = Array.isArray(kept)
    ? kept.map((timer) => goneOn(timer, now)).filter(({ ends_at }) => ends_at > now - FORGOTTEN_MS)
    : [];
}

function keep(next: Timer[]): void {
  list = [...next].sort((a, b) => a.ends_at - b.ends_at);
  deviceStorage().set(NAME, list);
}
