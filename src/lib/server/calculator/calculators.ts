import { moistureByDrying } from '$core/bench/moisture';
import { squeeze } from '$core/bench/squeeze';
import { batch, type BatchAddition } from '$core/mix/batch';
import { clayAndWater, dryMixToAdd, sandAndClay, waterToAdd } from '$core/mix/correction';
import { splashes } from '$core/mix/splashes';
import { asPercent } from '$core/quantity/display';
import type { System } from '$core/reference/targets';
import type { SqueezeReading } from '$core/bench/squeeze';
import type { CalculatorName, CalculatorRequest } from '$lib/schema/calculator';
import { mixFields } from '../heap/heap-state';
import { impossible } from '../refusal';

/** The stateless calculators: a checked request in, the answer in the units of the interface out. */
export const answers: { [N in CalculatorName]: (request: CalculatorRequest<N>) => unknown } = {
  moisture({ pan_g, wet_g, dry_g }) {
    const { wet_basis, dry_basis } = moistureByDrying({ pan_g, wet_g, dry_g });
    return { moisture_percent: asPercent(wet_basis), dry_basis_percent: asPercent(dry_basis) };
  },

  batch(request) {
    const system = request.system as System;
    const plain = { counted_as: 'product', moisture_fraction: 0, active_fraction: 1 } as const;
    const additions: (BatchAddition & { role: 'binder' | 'oil' | 'activator' })[] = [
      {
        role: 'binder',
        phs: request.binder_phs,
        counted_as: request.binder_as as 'product' | 'active',
        moisture_fraction: (request.binder?.moisture_percent ?? 0) / 100,
        active_fraction: (request.binder?.active_percent ?? 100) / 100
      }
    ];
    if (system === 'oil') {
      additions.push({ role: 'oil', phs: request.oil_phs ?? 0, ...plain });
      additions.push({ role: 'activator', phs: request.activator_phs ?? 0, ...plain });
    } else if (request.oil_phs || request.activator_phs) {
      const path = request.oil_phs ? 'oil_phs' : 'activator_phs';
      throw impossible([{ path, message: 'belongs to an oil system only' }]);
    }
    const mix = batch({
      system,
      wanted: { dry_sand_kg: request.dry_sand_kg },
      sands: [{ share: 1, moisture_fraction: (request.sand?.moisture_percent ?? 0) / 100 }],
      additions,
      moisture_fraction: (request.moisture_percent ?? 0) / 100
    });
    const weighed = [
      { ingredient: 'sand', kg: mix.sand_kg[0]! },
      ...additions.map(({ role }, i) => ({ ingredient: role, kg: mix.addition_kg[i]! })),
      ...(system === 'water' ? [{ ingredient: 'water', kg: mix.water_kg }] : [])
    ];
    return {
      additions: weighed,
      ...mixFields(mix.composition),
      water_to_lose_kg: system === 'water' ? mix.surplus_water_kg : 0,
      splashes_kg: splashes(mix.water_kg, request.splashes)
    };
  },

  correction(request) {
    const { heap, target, binder } = request;
    const from = heap.moisture_percent / 100;
    const to = target.moisture_percent / 100;
    const clay = heap.active_clay_percent / 100;
    const wanted_clay = (target.active_clay_percent ?? heap.active_clay_percent) / 100;
    const problem = {
      total_kg: heap.total_kg,
      moisture: from,
      active_clay: clay,
      target_moisture: to,
      target_active_clay: wanted_clay,
      product_active: (binder?.active_percent ?? 100) / 100,
      product_moisture: (binder?.moisture_percent ?? 0) / 100
    };
    const findings: string[] = [];
    let amounts = { binder_kg: 0, water_kg: waterToAdd(heap.total_kg, from, to) };
    if (target.active_clay_percent !== undefined) {
      amounts = withClay(problem);
      if (amounts.binder_kg < 0) {
        findings.push(
          'The heap already holds more active clay than the target: only new sand would thin it.'
        );
        amounts = { binder_kg: 0, water_kg: waterToAdd(heap.total_kg, from, to) };
      }
    }
    const { binder_kg } = amounts;
    const water_kg = Math.max(0, amounts.water_kg);
    const water_to_lose_kg = Math.max(0, -amounts.water_kg);
    const total_kg = heap.total_kg + binder_kg + water_kg - water_to_lose_kg;
    const dry_mix =
      water_to_lose_kg > 0 && target.active_clay_percent !== undefined ? sandAndClay(problem) : null;
    const dry_mix_kg = dry_mix
      ? dry_mix.sand_kg + dry_mix.binder_kg
      : water_to_lose_kg > 0
        ? dryMixToAdd(heap.total_kg, from, to)
        : 0;
    const share = (kg: number) => asPercent(kg / total_kg);
    return {
      water_kg,
      binder_kg,
      dry_mix_kg,
      water_to_lose_kg,
      result: {
        total_kg,
        moisture_percent: share(
          heap.total_kg * from + binder_kg * problem.product_moisture + water_kg - water_to_lose_kg
        ),
        active_clay_percent: share(heap.total_kg * clay + binder_kg * problem.product_active),
        dead_clay_percent: share((heap.total_kg * (heap.dead_clay_percent ?? 0)) / 100)
      },
      splashes_kg: splashes(water_kg, request.splashes),
      findings
    };
  },

  squeeze({ system, ...reading }) {
    const { tells_water, ...answer } = squeeze(
      reading as SqueezeReading,
      (system as System | undefined) ?? 'water'
    );
    return { ...answer, tells_water };
  }
};

function withClay(problem: Parameters<typeof clayAndWater>[0]) {
  try {
    return clayAndWater(problem);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw impossible([{ path: 'binder.active_percent', message: error.message }]);
  }
}
