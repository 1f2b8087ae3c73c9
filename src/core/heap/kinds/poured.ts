import { totalMass } from '$core/material/composition';
import { steamFrom } from '$core/metal/steam';
import { atMost } from '$core/judge/normal';
import {
  BURNT_SD_SHARE,
  BURNT_UNJUDGED_SD_SHARE,
  LEFT_DAMP_SD_SHARE,
  STAYS_DAMP_SHARE,
  STEAM_LASTING_SD_SHARE,
  STEAM_SD_SHARE
} from '$core/reference/accuracy';
import { ALLOYS, ALLOY_NAMES, type Alloy } from '$core/reference/alloys';
import { burntPerMetal } from '$core/reference/wear';
import type { HeapBinder } from '$core/reference/targets';
import { sandOf } from '../state/belief';
import { BURNT, HEAP, bodyOf, burntIn, moldsOut, type BodyKey } from '../state/bodies';
import { entryKind, signed, type Scene } from '../state/kind';
import { learned } from '../state/lessons';
import type { Move } from '../state/moves';
import { habitQuestion, tenth, words } from '../state/question';

/** Metal poured: some of the sand around it burnt, and water was driven off. */
export interface Poured {
  kind: 'poured';
  burnt_kg: number;
  /** Null: worked out from the heat of the metal. */
  water_driven_off_kg: number | null;
  metal_kg?: number | undefined;
  alloy?: Alloy | undefined;
  /** What the heat model says of that mold: sand burnt, and water that left it as steam, kg. */
  modelled_kg?: number | undefined;
  modelled_steam_kg?: number | undefined;
  /** False: worked out from the metal poured and the burning learned so far. */
  burnt_stated?: boolean | undefined;
}

const ALLOY_TITLES = Object.fromEntries(ALLOY_NAMES.map((name) => [name, ALLOYS[name].name]));

/** So many times what the metal usually burns, and it is asked about. */
const FAR_TOO_MUCH_BURNT = 12;

export const poured = entryKind({
  kind: 'poured',
  name: 'poured; sand burnt',
  title: 'Poured: some sand burnt',
  fields: {
    metal_kg: { type: 'mass', label: 'Metal poured', most: 500, optional: true },
    alloy: { type: 'choice', label: 'Which metal', of: ALLOY_NAMES, names: ALLOY_TITLES, optional: true },
    /** Left out: worked out from the metal. */
    burnt_kg: {
      type: 'mass',
      label: 'Sand that burnt',
      hint(known) {
        const metal = known.value('metal_kg');
        return metal && known.burn_kg_per_kg && known.value('burnt_kg') === undefined
          ? `Left empty: about ${known.mass(metal * known.burn_kg_per_kg)}, by the metal`
          : 'Left empty: worked out from the metal';
      },
      none: true,
      optional: true
    },
    water_driven_off_kg: {
      type: 'mass',
      label: 'Water driven off',
      hint: 'Left empty: worked out from the heat of the metal',
      most: 200,
      none: true,
      small: true,
      optional: true
    },
    // Written by a pour; on a form only where they are there already.
    modelled_kg: {
      type: 'mass',
      label: 'Burnt by the heat model',
      asked: ({ value }) => value('modelled_kg') !== undefined,
      optional: true
    },
    modelled_steam_kg: {
      type: 'mass',
      label: 'Steam by the heat model',
      most: 200,
      none: true,
      asked: ({ value }) => value('modelled_steam_kg') !== undefined,
      optional: true
    }
  },
  rule: ({ burnt_kg, metal_kg }) =>
    burnt_kg === undefined && metal_kg === undefined
      ? { path: 'burnt_kg', message: 'give either the burnt sand or the metal poured' }
      : null,
  /** Burnt sand that nobody judged follows from the heat of the pour, as far as it is known, and what this heap taught. */
  read(
    { burnt_kg, metal_kg, alloy, water_driven_off_kg, modelled_kg, modelled_steam_kg },
    { burnable_kg, learned: figure, binder }
  ): Poured {
    const same = {
      kind: 'poured' as const,
      water_driven_off_kg: water_driven_off_kg ?? null,
      ...(metal_kg !== undefined && { metal_kg }),
      ...(alloy !== undefined && { alloy }),
      ...(modelled_kg !== undefined && { modelled_kg }),
      ...(modelled_steam_kg !== undefined && { modelled_steam_kg })
    };
    if (burnt_kg !== undefined) return { ...same, burnt_kg };
    const like_kg = asMetal(modelled_kg, binder) ?? metal_kg!;
    return { ...same, burnt_kg: Math.min(burnable_kg(), figure('burn') * like_kg), burnt_stated: false };
  },
  show: (event: Poured) => ({
    burnt_kg: event.burnt_kg,
    burnt_source: event.burnt_stated === false ? 'learned' : 'your entry',
    ...(event.metal_kg !== undefined && { metal_kg: event.metal_kg }),
    ...(event.alloy !== undefined && { alloy: event.alloy }),
    ...(event.water_driven_off_kg !== null && { water_driven_off_kg: event.water_driven_off_kg }),
    ...(event.modelled_kg !== undefined && { modelled_kg: event.modelled_kg }),
    ...(event.modelled_steam_kg !== undefined && { modelled_steam_kg: event.modelled_steam_kg })
  }),
  words(shown, mass) {
    const metal = shown.alloy ? ALLOYS[shown.alloy as Alloy].name : 'metal';
    const poured =
      shown.metal_kg === undefined ? 'poured' : `poured ${mass(Number(shown.metal_kg))} of ${metal}`;
    return shown.burnt_kg === undefined || shown.burnt_source === 'learned'
      ? { what: `${poured}; sand burnt, worked out`, amount: signed('', mass, shown.burnt_kg) }
      : { what: `${poured}; sand burnt`, amount: signed('', mass, shown.burnt_kg) };
  },
  effect(event: Poured, scene) {
    const { bodies } = scene;
    const judged = event.burnt_stated === false ? BURNT_UNJUDGED_SD_SHARE : BURNT_SD_SHARE;
    const bodiesHeated = heated(event, scene);
    const there = bodiesHeated.reduce((sum, key) => sum + totalMass(bodyOf(bodies, key)), 0);
    const steam_kg =
      event.water_driven_off_kg ?? event.modelled_steam_kg ?? steamFrom(metalOf(event, scene), event.alloy);
    const moves: Move[] = bodiesHeated.flatMap((from) => {
      const body = bodyOf(bodies, from);
      const share = there > 0 ? totalMass(body) / there : 1;
      const kg = event.burnt_kg * share;
      const left = totalMass(body) > 0 ? Math.max(0, 1 - kg / totalMass(body)) : 0;
      // Water that burnt with its sand is gone already; the rest of the steam comes from the sand around.
      const wished = steam_kg * share - body.water * (1 - left);
      const damp_kg = body.water * left;
      return [
        { do: 'burn', from, to: from === HEAP ? BURNT : burntIn(from), kg, sd: judged * kg },
        ...(event.water_driven_off_kg === null
          ? steamOut(from, wished, damp_kg)
          : stated(from, Math.min(wished, damp_kg)))
      ];
    });
    return {
      moves,
      teaches: {
        of: 'poured',
        metal_kg: asMetal(event.modelled_kg, scene.binder) ?? event.metal_kg ?? null,
        burnt_kg: event.burnt_kg,
        judged: event.burnt_stated !== false
      }
    };
  },
  amounts: ({ metal_kg, burnt_kg, burnt_stated }: Poured) => [
    ...(metal_kg === undefined ? [] : [['metal', metal_kg] as const]),
    ...(burnt_stated === false ? [] : [['burnt', burnt_kg] as const])
  ],
  question({ metal_kg, burnt_kg, burnt_stated }: Poured, { nature, belief, out_kg }) {
    const metal = metal_kg === undefined ? null : habitQuestion(belief, 'metal', metal_kg, 'metal_kg');
    if (metal || burnt_stated === false) return metal;
    const there = Math.max(out_kg, totalMass(sandOf(belief)));
    const usual = metal_kg === undefined ? null : learned(belief.lessons, nature).burn.value * metal_kg;
    if (usual !== null && burnt_kg > FAR_TOO_MUCH_BURNT * usual)
      return {
        path: 'burnt_kg',
        message: `${words(burnt_kg)} burnt by ${words(metal_kg!)} of metal is far more than usual.`,
        likely_kg: tenth(burnt_kg, usual)
      };
    if (burnt_kg > 0.5 * there)
      return {
        path: 'burnt_kg',
        message: `${words(burnt_kg)} burnt is more than half of the sand there was.`,
        likely_kg: burnt_kg / 10
      };
    return habitQuestion(belief, 'burnt', burnt_kg, 'burnt_kg');
  }
});

/** Steam that somebody named. */
const stated = (from: BodyKey, kg: number): Move[] => (kg > 0 ? [{ do: 'dry', from, kg, sd: 0.1 * kg }] : []);

/**
 * Steam that was worked out. More than the mold can give it does not give; how much that was stays as unsure as it is:
 * a guess that runs into a limit knows nothing better.
 */
function steamOut(from: BodyKey, wished_kg: number, there_kg: number): Move[] {
  if (!(wished_kg > 0 && there_kg > 0)) return [];
  const most_kg = (1 - STAYS_DAMP_SHARE) * there_kg;
  const { mean, variance, under } = atMost(wished_kg, STEAM_SD_SHARE * wished_kg, most_kg);
  if (!(mean > 0)) return [];
  const steam_kg = under * wished_kg;
  const own = Math.max(0, variance - (STEAM_LASTING_SD_SHARE * steam_kg) ** 2);
  const least_sd = LEFT_DAMP_SD_SHARE * (there_kg - mean);
  return [{ do: 'dry', from, kg: mean, sd: Math.max(least_sd, Math.sqrt(own)), steam_kg }];
}

/** The sand that the metal met: the mold named, else all molds, else, never drawn, the heap itself. */
function heated(event: Poured, { bodies, mold, names_mold }: Scene) {
  const named = names_mold && totalMass(bodyOf(bodies, mold)) > 0;
  if (named) return [mold];
  const molds = moldsOut(bodies);
  const out = molds.reduce((sum, key) => sum + totalMass(bodyOf(bodies, key)), 0);
  return out >= event.burnt_kg && out > 0 ? molds : [HEAP];
}

/**
 * What the heat model says burnt, as so much metal as usually burns that: so one figure is learned, whether a pour was
 * modelled or only weighed, kg; null where it was not modelled.
 */
const asMetal = (modelled_kg: number | undefined, binder: HeapBinder): number | null =>
  modelled_kg === undefined ? null : modelled_kg / burntPerMetal(binder);

/** Metal that was poured, or, unknown, as much as would have burnt that sand, kg. */
const metalOf = (event: Poured, { burn_per_metal }: Scene) =>
  event.metal_kg ?? event.burnt_kg / burn_per_metal();
