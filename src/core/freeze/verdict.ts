import { durationText, inUnits } from '../quantity/display';
import type { UnitSystem } from '../quantity/unit';
import type { HotSpot, MoldFreezing, RiserVerdict } from './mold-freezing';

/** A hollow or a pool in a casting: small, so to two digits. */
export const hollowText = (m3: number, system: UnitSystem): string =>
  inUnits(`${Number((m3 * 1e6).toPrecision(2))}\u202fcm³`, system);

/**
 * Closer than this share of its time the riser and the casting are not told apart: cells of another size move an answer so
 * far. What else is wrong with the estimate moves both alike.
 */
const NARROW = 0.02;

/** Whether the riser feeds; null where there is none. */
export const feeds = ({ is }: RiserVerdict): boolean | null => (is === 'none' ? null : is === 'feeds');

/** It feeds, by more than the cells may be wrong. */
export const feedsSurely = (riser: RiserVerdict): boolean =>
  riser.is === 'feeds' && riser.longer_s >= NARROW * riser.casting_s;

/** What the riser does, in a line, and why. */
export function riserWords(
  { riser, hot_spots }: Pick<MoldFreezing, 'riser' | 'hot_spots'>,
  system: UnitSystem
): { says: string; why: string } {
  switch (riser.is) {
    case 'none':
      return hot_spots.length === 0
        ? { says: 'It feeds itself', why: 'It has no riser and wants none: no liquid metal is cut off.' }
        : { says: 'Nothing feeds the last of it', why: cutOffWords(hot_spots[0]!, system) };
    case 'feeds':
      return feedsSurely(riser)
        ? {
            says: 'The riser feeds',
            why: `It stays liquid ${durationText(riser.longer_s)} longer than the casting and is joined to it until then.`
          }
        : {
            says: 'The riser just feeds',
            why: `It stays liquid only ${durationText(riser.longer_s)} longer than the casting, closer than this model can tell. A wider one is safer.`
          };
    case 'freezes-first':
      return {
        says: 'The riser freezes first',
        why: `It is solid after ${durationText(riser.riser_s)}, the casting after ${durationText(riser.casting_s)}: make it wider.`
      };
    case 'cut-off':
      return { says: 'The riser does not reach the last of it', why: cutOffWords(hot_spots[0]!, system) };
    case 'too-little':
      return {
        says: 'The riser holds too little',
        why: `It can give ${hollowText(riser.gives_m3, system)} and ${hollowText(riser.asks_m3, system)} shrinks away: make it wider or higher.`
      };
  }
}

/** What happens at a place that nothing feeds. */
const cutOffWords = ({ cut_off_s, liquid_m3, hollow_m3 }: HotSpot, system: UnitSystem): string =>
  `After ${durationText(cut_off_s)} nothing feeds ${hollowText(liquid_m3, system)} that is still liquid: about ${hollowText(hollow_m3, system)} goes missing there, as a sunk face or a hollow.`;
