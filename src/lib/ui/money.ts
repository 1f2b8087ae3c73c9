import { locale } from './preferences';

/** Money by currency in words: “€12.40 + £3.00”; empty where nothing has a price. */
export function moneyText(cost: Record<string, number>): string {
  return Object.entries(cost)
    .map(([currency, amount]) =>
      new Intl.NumberFormat(locale(), { style: 'currency', currency }).format(amount)
    )
    .join(' + ');
}
