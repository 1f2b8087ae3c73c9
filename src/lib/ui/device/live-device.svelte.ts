import type { LiveReading } from '$lib/schema/reading';

/** A device being watched: its latest reading, and whether the line to the server stands. */
export class LiveDevice {
  reading = $state<LiveReading | null>(null);
  online = $state(false);
  #source: EventSource | null = null;

  watch(device: string): void {
    this.close();
    this.reading = null;
    this.#source = new EventSource(`/api/v1/devices/${encodeURIComponent(device)}/stream`);
    this.#source.addEventListener('open', () => (this.online = true));
    this.#source.addEventListener('error', () => (this.online = false));
    this.#source.addEventListener('reading', (event) => {
      this.reading = JSON.parse((event as MessageEvent<string>).data) as LiveReading;
    });
  }

  close(): void {
    this.#source?.close();
    this.#source = null;
    this.online = false;
  }
}
