import { expect, it, vi } from 'vitest';

vi.mock('./preferences', () => ({ locale: () => 'en' }));
const { moneyText, perWeight } = await import('./money');

it('tells money by currency, and nothing where nothing has a price', () => {
  expect(moneyText({ EUR: 12.4, GBP: 3 })).toBe('€12.40 + £3.00');
  expect(moneyText({})).toBe('');
});

it('tells what weight costs by the unit that the reader weighs in', () => {
  expect(perWeight({ EUR: 2 }, 'metric')).toEqual({ cost: { EUR: 2 }, unit: 'kg' });
  // 2 for 1 kg is 0.907 for a pound, by definition 0.45359237 kg.
  expect(perWeight({ EUR: 2 }, 'us')).toEqual({ cost: { EUR: 0.90718474 }, unit: 'lb' });
});
