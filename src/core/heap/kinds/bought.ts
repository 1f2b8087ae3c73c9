import { composition, dryMass, type Composition } from '$core/material/composition';
import { BOUGHT_UNSEEN_SD, STATED, UNMEASURED } from '$core/reference/accuracy';
import { middle } from '$core/reference/targets';
import { HEAP, WATER, toVector } from '../state/bodies';
import { swapped } from '../state/ingredient';
import { entryKind, signed, weighingSd, workedOver } from '../state/kind';
import { habitQuestion, roomQuestion } from '../state/question';

/** Sand bought or found ready mixed. */
export interface Bought {
  kind: 'bought';
  kg: number;
  moisture_fraction: number;
  /** Share of the dry mix. */
  active_clay_fraction: number;
  /** Oil as a share of the dry mix; 0 for water-bonded sand. */
  oil_fraction: number;
  moisture_stated: boolean;
  active_stated: boolean;
  lot_id?: number | undefined;
}

const percent = (fraction: number) => Number((fraction * 100).toPrecision(12));

export const bought = entryKind({
  kind: 'bought',
  name: 'ready-mixed sand bought in',
  title: 'Ready-mixed sand came',
  fields: {
    kg: { type: 'mass', label: 'How much' },
    moisture_percent: {
      type: 'percent',
      label: 'Its moisture',
      hint: 'Left empty: the middle of the heap’s window, as a guess',
      most: 60,
      optional: true
    },
    active_clay_percent: { type: 'percent', label: 'Active clay, of the dry mix', most: 60, optional: true },
    oil_percent: { type: 'percent', label: 'Oil, of the dry mix', most: 20, optional: true }
  },
  /** Ready-mixed sand nobody measured is taken to stand in the middle of its heap's windows, held loosely. */
  read({ kg, moisture_percent, active_clay_percent, oil_percent }, { system, targets }): Bought {
    const usual_oil = system === 'oil' && targets.oil ? middle(targets.oil) : 0;
    return {
      kind: 'bought',
      kg,
      moisture_fraction: moisture_percent === undefined ? middle(targets.moisture) : moisture_percent / 100,
      active_clay_fraction:
        active_clay_percent === undefined ? middle(targets.active_clay) : active_clay_percent / 100,
      oil_fraction: oil_percent === undefined ? usual_oil : oil_percent / 100,
      moisture_stated: moisture_percent !== undefined,
      active_stated: active_clay_percent !== undefined
    };
  },
  show: (event: Bought) => ({
    kg: event.kg,
    moisture_percent: percent(event.moisture_fraction),
    active_clay_percent: percent(event.active_clay_fraction),
    ...(event.oil_fraction > 0 && { oil_percent: percent(event.oil_fraction) }),
    moisture_source: event.moisture_stated ? 'your entry' : 'handbook',
    active_clay_source: event.active_stated ? 'your entry' : 'handbook'
  }),
  words: ({ kg }, mass) => ({ what: 'ready-mixed sand bought in', amount: signed('+', mass, kg) }),
  effect(event: Bought, { bodies, system, targets, scale_g }) {
    const parts = boughtSand(event);
    const dry = dryMass(parts);
    const doubt = event.active_stated ? STATED : UNMEASURED;
    const { min, max } = targets.active_clay;
    const bought_active = Math.hypot(doubt.bought_active, doubt.bought_active_of_window * (max - min));
    // Oil-bonded sand comes dry, or it would not be sold: what water there is differs by its own share.
    const moisture_sd =
      system === 'oil'
        ? 0.5 * event.moisture_fraction
        : (event.moisture_stated ? STATED : UNMEASURED).bought_moisture;
    const wetter = toVector(parts).map((kg) => (-kg / (dry || 1)) * event.kg);
    wetter[WATER] = event.kg;
    const perKg = toVector(parts).map((kg) => kg / event.kg);
    return {
      moves: [
        ...workedOver(bodies),
        {
          do: 'arrive',
          to: HEAP,
          parts,
          noise: [
            [perKg, weighingSd(event.kg, scale_g)],
            [wetter, moisture_sd],
            [swapped('active_clay', dry), bought_active],
            [swapped('dead_clay', dry), BOUGHT_UNSEEN_SD.dead_clay],
            [swapped('fines', dry), BOUGHT_UNSEEN_SD.fines],
            [swapped('combustibles', dry), BOUGHT_UNSEEN_SD.combustibles]
          ]
        }
      ]
    };
  },
  amounts: ({ kg }: Bought) => [['bought', kg]],
  question: ({ kg }: Bought, { belief }) =>
    roomQuestion(belief, kg, 'kg') ?? habitQuestion(belief, 'bought', kg, 'kg')
});

/** What sand bought or found ready mixed is taken to consist of. */
function boughtSand(event: Bought): Composition {
  const water = event.kg * event.moisture_fraction;
  const dry = event.kg - water;
  const active_clay = dry * event.active_clay_fraction;
  const oil = dry * event.oil_fraction;
  return composition({ grain: dry - active_clay - oil, active_clay, oil, water });
}
