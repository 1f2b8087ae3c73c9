import { describe, expect, it } from 'vitest';
import { textFor } from './typed-text';

describe('textFor', () => {
  it('keeps what was typed with its own unit', () => {
    expect(textFor(1.07728187875, '2 lb 6 oz', 'metric')).toBe('2 lb 6 oz');
    expect(textFor(0.35, '350 g', 'us')).toBe('350 g');
  });
  it('writes a bare number out with its unit, and what no longer fits', () => {
    expect(textFor(0.35, '350', 'metric')).toBe('350 g');
    expect(textFor(0.5, '350 g', 'metric')).toBe('500 g');
    expect(textFor(25, undefined, 'us')).toBe('55.116 lb');
  });
});
