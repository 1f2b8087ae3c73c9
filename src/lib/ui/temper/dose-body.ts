import { nowIso } from '$core/time/now';
import { massText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { present, zone } from '$lib/ui/field/record-form.svelte';
import type { HeapFields, HeapState } from '$lib/schema/heap-state';

/** What went into a heap by its ticket, as it was typed. */
export interface Dosed {
  water: number | undefined;
  waterText: string;
  clayKg: number | undefined;
  clayText: string;
}

/** The entry of a dose: water alone, or clay and water as a batch; it carries the version that it was worked out from. */
export function doseBody(heap: HeapFields, now: HeapState, dosed: Dosed, at = nowIso()) {
  const { water, waterText, clayKg, clayText } = dosed;
  const lot = now.prescription.lots.binder;
  const binder = { ingredient: lot?.kind ?? heap.binder, kg: clayKg, ...(lot && { lot_id: lot.id }) };
  const wet = (water ?? 0) > 0;
  const head = { at, zone: zone(), expected_heap_version: now.heap_version };
  return now.prescription.binder_kg > 0
    ? {
        kind: 'mixed' as const,
        ...head,
        typed: { additions: [clayText, ...(wet ? [waterText] : [])] },
        additions: [present(binder), ...(wet ? [{ ingredient: 'water', kg: water }] : [])]
      }
    : present({ kind: 'water' as const, ...head, kg: water, typed: { kg: waterText } });
}

/** What a press would write down, for its button: `226 g of water`; “it” while nothing is typed. */
export function dosedWords({ clayKg, water }: Dosed, clay: boolean, system: UnitSystem): string {
  const parts = [
    ...(clay && (clayKg ?? 0) > 0 ? [`${massText(clayKg!, system)} of clay`] : []),
    ...((water ?? 0) > 0 ? [`${massText(water!, system)} of water`] : [])
  ];
  return parts.join(' and ') || 'it';
}

/** What is told once it is in. */
export function doseWords({ clayKg, water }: Dosed, clay: boolean, system: UnitSystem): string {
  const watered = `${massText(water ?? 0, system)} of water`;
  return clay
    ? `${massText(clayKg ?? 0, system)} of clay and ${watered} are in the heap.`
    : `${watered} is in the heap.`;
}
