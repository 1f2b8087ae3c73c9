import { afterEach, describe, expect, it, vi } from 'vitest';
import { deviceStorage } from './storage';

afterEach(() => void vi.unstubAllGlobals());

describe('what a device keeps', () => {
  it('is forgotten on the server, which many share', () => {
    const storage = deviceStorage(null);
    storage.set('a', 1);
    expect(storage.get('a')).toBeNull();
  });
  it('lives as long as the page where the browser keeps nothing, and damage counts as nothing', () => {
    vi.stubGlobal('window', {});
    const full = {
      getItem: () => null,
      setItem: () => {
        throw new Error('full');
      },
      removeItem: () => undefined
    };
    for (const store of [null, full as unknown as Storage]) {
      const storage = deviceStorage(store);
      storage.set('a', { b: 1 });
      expect(storage.get('a')).toEqual({ b: 1 });
      storage.remove('a');
      expect(storage.get('a')).toBeNull();
    }
    const damaged = { getItem: () => '{', setItem: () => undefined, removeItem: () => undefined };
    expect(deviceStorage(damaged as unknown as Storage).get('a')).toBeNull();
  });
});
