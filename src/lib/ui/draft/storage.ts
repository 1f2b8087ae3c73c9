/** What a device keeps by itself, as JSON by name; where it may keep nothing (a private window), as long as the page lives. */
export interface DeviceStorage {
  get(name: string): unknown;
  set(name: string, value: unknown): void;
  remove(name: string): void;
  /** Lets go of all of it. */
  clear(): void;
}

const PREFIX = 'brunkel:';
const memory = new Map<string, string>();

/** @param store left out, the browser's own; null where there is none (on the server) */
export function deviceStorage(store: Storage | null = browserStore()): DeviceStorage {
  const forgiving = <T>(work: () => T): T | undefined => {
    try {
      return work();
    } catch {
      return undefined;
    }
  };
  return {
    get(name) {
      const text = forgiving(() => store?.getItem(PREFIX + name)) ?? memory.get(PREFIX + name);
      return forgiving(() => JSON.parse(text ?? 'null') as unknown) ?? null;
    },
    set(name, value) {
      const text = JSON.stringify(value);
      const kept = forgiving(() => (store?.setItem(PREFIX + name, text), store !== null));
      if (kept) memory.delete(PREFIX + name);
      // On the server many people share one memory: there nothing is kept.
      else if (typeof window !== 'undefined') memory.set(PREFIX + name, text);
    },
    remove(name) {
      memory.delete(PREFIX + name);
      forgiving(() => store?.removeItem(PREFIX + name));
    },
    clear() {
      memory.clear();
      forgiving(() => {
        for (const key of Object.keys(store ?? {})) if (key.startsWith(PREFIX)) store!.removeItem(key);
      });
    }
  };
}

function browserStore(): Storage | null {
  try {
    return typeof localStorage === 'undefined' ? null : localStorage;
  } catch {
    return null;
  }
}
