import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { LiveDevice } from './live-device.svelte';

/** What a browser has for a stream of events, played by hand. */
class Stream extends EventTarget {
  static all: Stream[] = [];
  closed = false;
  constructor(readonly url: string) {
    super();
    Stream.all.push(this);
  }
  close() {
    this.closed = true;
  }
  send(value: number) {
    this.dispatchEvent(new MessageEvent('reading', { data: JSON.stringify({ device: 'scale', value }) }));
  }
}

describe('a device being watched', () => {
  beforeEach(() => {
    Stream.all = [];
    vi.stubGlobal('EventSource', Stream);
  });
  afterEach(() => void vi.unstubAllGlobals());

  it('has its latest reading while the line stands', () => {
    const device = new LiveDevice();
    device.watch('bench scale/2');
    const [stream] = Stream.all;
    expect(stream!.url).toBe('/api/v1/devices/bench%20scale%2F2/stream');
    expect([device.online, device.reading]).toEqual([false, null]);
    stream!.dispatchEvent(new Event('open'));
    stream!.send(1.2);
    stream!.send(1.3);
    expect([device.online, device.reading?.value]).toEqual([true, 1.3]);
    stream!.dispatchEvent(new Event('error'));
    expect(device.online).toBe(false);
  });
  it('forgets one when it turns to another, and closes the line when it is done', () => {
    const device = new LiveDevice();
    device.watch('one');
    Stream.all[0]!.send(5);
    device.watch('two');
    expect([Stream.all[0]!.closed, device.reading]).toEqual([true, null]);
    device.close();
    expect([Stream.all[1]!.closed, device.online]).toEqual([true, false]);
  });
});
