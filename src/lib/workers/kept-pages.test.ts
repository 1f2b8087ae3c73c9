import { describe, expect, it } from 'vitest';
import { keepable, pageOf, pageOfData, pagesToKeep, plainKey, waysOn } from './kept-pages';

const url = (path: string) => new URL(path, 'https://shed.local');

describe('pages that are kept for when the server is out of reach', () => {
  it('are every heap, the latest castings, the handbook and the calculators', () => {
    const pages = pagesToKeep({ heaps: [1, 7], sessions: [3], molds: [59] });
    for (const page of [
      '/',
      '/heaps/1',
      '/heaps/7/mix',
      '/heaps/7/test/squeeze',
      '/sessions/3',
      '/mold/59',
      '/mold/59/gating',
      '/mold/59/freeze',
      '/heaps/7/recondition',
      '/pour',
      '/handbook/pour'
    ])
      expect(pages).toContain(page);
    expect(new Set(pages).size).toBe(pages.length);
  });
  it('are pages and their figures, and nothing for scripts or of who signs in', () => {
    expect(keepable(url('/heaps/1'), 'text/html')).toBe(true);
    expect(keepable(url('/heaps/1/__data.json'), '*/*')).toBe(true);
    expect(keepable(url('/api/v1/heaps'), '*/*')).toBe(true);
    for (const path of ['/api/v1/heaps?x=1', '/api/v1/sessions/1/stream', '/sign-in', '/_app/version.json'])
      expect(keepable(url(path), 'text/html')).toBe(false);
    expect(keepable(url('/heaps/1'), 'image/png')).toBe(false);
  });
  it('go by their address, without what the framework adds', () => {
    expect(pageOf(url('/heaps/1/__data.json?x-sveltekit-invalidated=01'))).toBe('/heaps/1');
    expect(pageOf(url('/__data.json'))).toBe('/');
    expect(pageOf(url('/year?year=2026'))).toBe('/year?year=2026');
    expect(plainKey(url('/heaps/1/__data.json?x-sveltekit-invalidated=01'))).toBe('/heaps/1/__data.json');
    expect(plainKey(url('/journal?page=2'))).toBe('/journal?page=2');
    expect(pageOfData(url('/journal/__data.json?page=2&x-sveltekit-invalidated=01'))).toBe('/journal?page=2');
    expect(pageOfData(url('/__data.json?x-sveltekit-invalidated=01'))).toBe('/');
  });
  it('where one was not kept, those are named that were', () => {
    expect(waysOn(['/plan', '/heaps/1', '/']).map(([path]) => path)).toEqual(['/', '/plan']);
    expect(waysOn(['/heaps/1'])).toEqual([]);
  });
});
