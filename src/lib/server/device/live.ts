import type { LiveReading } from '$lib/schema/reading';

/** Readings on their way to whoever watches: one small exchange inside the server, by device. */
type Watcher = (reading: LiveReading) => void;

const watchers = new Map<string, Set<Watcher>>();

/** Calls `watcher` for every reading of the device until the returned function is called. */
export function watch(device: string, watcher: Watcher): () => void {
  const ofDevice = watchers.get(device) ?? new Set<Watcher>();
  watchers.set(device, ofDevice);
  ofDevice.add(watcher);
  return () => {
    ofDevice.delete(watcher);
    if (ofDevice.size === 0) watchers.delete(device);
  };
}

export function publish(reading: LiveReading): void {
  for (const watcher of watchers.get(reading.device) ?? []) watcher(reading);
}
