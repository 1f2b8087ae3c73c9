import { UNITS, type UnitSystem } from '$core/quantity/unit';
import { locale } from './preferences';

/** Money by currency in words: “€12.40 + £3.00”; empty where nothing has a price. */
export function moneyText(cost: Record<string, number>): string {
  return Object.entries(cost)
    .map(([currency, amount]) =>
      new Intl.NumberFormat(locale(), { style: 'currency', currency }).format(amount)
    )
    .join(' + ');
}

/** What a kilogram costs, told by the kilogram or by the pound, as the reader weighs. */
export function perWeight(
  cost_per_kg: Record<string, number>,
  system: UnitSystem
): { cost: Record<string, number>; unit: 'kg' | 'lb' } {
  if (system === 'metric') return { cost: cost_per_kg, unit: 'kg' };
  const by_pound = Object.entries(cost_per_kg).map(([currency, cost]) => [currency, cost * UNITS.mass.lb!]);
  return { cost: Object.fromEntries(by_pound), unit: 'lb' };
}
