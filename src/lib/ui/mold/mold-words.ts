import type { Chill, Half } from '$core/mold/chill';
import type { GatingPlan } from '$core/metal/gating-plan';
import { FACING_M, LAYER_M } from '$core/reference/mold';
import type { Bedding, Breakage, Dust, Lies, PlannedStep } from '$core/mold/ramming-steps';
import type { CautionName } from '$lib/ui/caution/cautions';
import type { MoldState } from '$core/session/mold-life';

export const MOLD_STATE_WORDS: Record<MoldState, string> = {
  planned: 'to be rammed',
  rammed: 'rammed',
  closed: 'closed, ready to pour',
  poured: 'poured',
  'shaken-out': 'shaken out',
  broken: 'broke'
};

export const DUST_WORDS: Record<Dust, { name: string; about: string }> = {
  cornstarch: { name: 'Cornstarch', about: 'kitchen stuff, little to worry about; clumps in damp air' },
  commercial: { name: 'Parting powder', about: 'made for it, silica-free; costs a little' },
  talc: { name: 'Talc', about: 'parts well; its dust has health questions of its own' }
};

export const BEDDING_WORDS: Record<Bedding, { name: string; about: string }> = {
  'bed-in': { name: 'Bed it in', about: 'pressed into a rammed drag: quick, for one mold' },
  'false-cope': { name: 'False cope', about: 'a cope of sand carries it while the drag is rammed: firmer' },
  'cope-down': {
    name: 'Cope it down',
    about: 'rammed as it stands on the board, then cut free to its widest line'
  }
};

/** A step of ramming in the words of the bench. */
export function stepWords(
  { kind, layers }: PlannedStep,
  of: {
    dust: Dust;
    bars: boolean;
    lies: Lies;
    /** How one is carried that does not lie flat. */
    bedding: Bedding;
    /** What is marked on the other half of a split pattern. */
    carry_over: readonly string[];
    facing: boolean;
    length: (m: number) => string;
    /** The way in, as it was sized; null where that cannot be worked out. */
    way: GatingPlan | null;
    chills?: readonly Chill[];
    /** Open holes of a filter in the runner, as an area in words; null where none is set. */
    filter: string | null;
    /** To put on the cope, as a mass in words; null where its own weight holds it. */
    holds: string | null;
  }
): { text: string; caution?: CautionName } {
  const split = of.lies === 'split';
  const plate = of.lies === 'on-plate';
  const up = of.lies === 'up-in-cope';
  const bedded = up && of.bedding === 'bed-in';
  const on_false_cope = up && of.bedding === 'false-cope';
  const dust = { cornstarch: 'cornstarch', commercial: 'parting powder', talc: 'talc' }[of.dust];
  const layered = (half: 'cope' | 'drag') =>
    `Fill the ${half} in ${layers === 1 ? 'one layer' : `${layers} layers`} of at most ${of.length(LAYER_M)}, each peened: first along the edges${bedded && half === 'drag' ? '' : ' and round the pattern'}, then over all of it.`;
  switch (kind) {
    case 'foam':
      return {
        text: 'Glue a runner and gates of the same foam to the pattern. Brush all of it with a mold wash, and let that dry for a day.'
      };
    case 'false-cope':
      return {
        text: 'Ram the cope full of sand, upside down. Cut a hollow, bed the pattern in it to its widest line, and strike the sand off to that line: this false cope is your board.'
      };
    case 'board':
      return {
        text:
          of.lies === 'left-in'
            ? 'Set the foam pattern on the molding board, the drag over it upside down.'
            : plate
              ? 'Set the plate on the drag’s pins and turn both over, so that the plate lies below.'
              : up
                ? 'Set the pattern on the molding board on its steadiest side, propped where it rocks; the drag over it upside down.'
                : `Set the pattern${split ? '’s half' : ''} on the molding board, the drag over it upside down.`
      };
    case 'dust-drag':
      return {
        text: `Dust the ${plate ? 'plate' : `pattern and the ${on_false_cope ? 'false cope' : 'board'}`} with ${dust}, lightly; blow off what is loose.`,
        caution: 'dust'
      };
    case 'chill-drag':
    case 'chill-cope':
      return {
        text: chillWords(of.chills ?? [], kind === 'chill-drag' ? 'drag' : 'cope', of.length),
        caution: 'damp'
      };
    case 'face-drag':
      return {
        text: `Riddle facing sand over it, a finger deep (${of.length(FACING_M)}), and press it round the pattern by hand.`,
        caution: 'dust'
      };
    case 'ram-drag':
      return {
        text:
          of.lies === 'left-in'
            ? `${layered('drag')} Press sand under and into the foam by hand: a rammer crushes it.`
            : layered('drag')
      };
    case 'butt-drag':
      return { text: 'Heap the last sand over the rim and ram it with the butt, from the edge inward.' };
    case 'strike-drag':
      return {
        text: bedded
          ? 'Strike the drag off level.'
          : 'Strike the drag off level; rub the bottom board down on it.'
      };
    case 'roll-over':
      return {
        text: on_false_cope
          ? 'Roll drag and false cope over together, with a board under each. Lift with your legs, or with somebody.'
          : plate
            ? 'Clamp plate, drag and bottom board together and roll them over: the plate lies on top now. Lift with your legs, or with somebody. Take the clamps off.'
            : 'Roll the drag over between its two boards. Lift with your legs, or with somebody.'
      };
    case 'bed-in':
      return {
        text: `Cut a hollow in the drag${of.facing ? ` and line it with facing sand, a finger deep (${of.length(FACING_M)})` : ''}. ${of.chills?.some(({ half }) => half === 'drag') ? `${chillWords(of.chills, 'drag', of.length)} ` : ''}Dust the pattern and press it in to its widest line. Lift it, fill what it did not touch, and press it in again until it sits firm.`
      };
    case 'off-false-cope':
      return {
        text: 'Lift the false cope off and knock its sand out; blow or brush the parting clean, slick what is loose.'
      };
    case 'cope-down':
      return {
        text: 'Cut the sand away all round, down to the pattern’s widest line: a gentle slope that the cope can lift from. Slick it.'
      };
    case 'carry-over':
      return { text: `Mark on the other half: ${of.carry_over.join('; ')}.` };
    case 'blow-out':
      return { text: 'Take the molding board off; blow or brush the parting clean, slick what is loose.' };
    case 'rap-first':
      return {
        text: plate ? 'Rap the plate’s edge, all round.' : 'Rap the pattern until it moves a hair all round.'
      };
    case 'dust-parting':
      return {
        text: plate
          ? `Dust the plate with ${dust}, lightly.`
          : `Dust the whole parting with ${dust}${up || split ? ', and the pattern where it stands up' : ''}.`,
        caution: 'dust'
      };
    case 'cope-on':
      return {
        text: `Set the cope on ${plate ? 'the plate, over the same' : 'its'} pins${split ? ', the pattern’s other half on its own' : ''}${of.bars ? '; wet the bars with clay wash' : ''}.`
      };
    case 'sprue-pin':
      return { text: pinWords(of) };
    case 'face-cope':
      return { text: 'Riddle facing sand over the pattern and round the pins.', caution: 'dust' };
    case 'ram-cope':
      return { text: layered('cope') };
    case 'butt-cope':
      return { text: 'Heap it over the rim and ram it with the butt.' };
    case 'strike-cope':
      return { text: 'Strike the cope off.' };
    case 'vent':
      return {
        text:
          of.lies === 'left-in'
            ? 'Vent it twice as densely as usual, down to a finger above the foam: all of it leaves as smoke.'
            : 'Vent it with a wire over high places and the ends of legs, handles and fins: gas is caught there. Stop a finger above the pattern, never in it.'
      };
    case 'basin':
      return {
        text: `Cut the basin beside the sprue${of.way ? `, ${of.length(of.way.basin.length_m)} × ${of.length(of.way.basin.width_m)} and ${of.length(of.way.basin.depth_m)} deep` : ''}, with a dam; draw the pins, twisting; round the edges.`
      };
    case 'lift-cope':
      return {
        text: `Lift the cope straight up${up ? ', off the pattern, rapping as it comes' : plate ? ', off the plate, rapping the plate as it comes' : ''}; set it on edge or upside down.`
      };
    case 'rap-last':
      return {
        text: plate
          ? 'Rap the plate’s edge, all round.'
          : 'Damp the edges of the pattern with a swab; rap it until it moves a hair all round.'
      };
    case 'draw':
      return {
        text: plate
          ? 'Lift the plate straight up off the drag, level, rapping it as it comes.'
          : 'Draw it straight up, rapping gently as it comes.'
      };
    case 'inspect':
      return { text: 'Look into both halves with a light: mend edges, blow out every loose grain.' };
    case 'gates':
      return { text: gateWords(of) };
    case 'wash':
      return {
        text: `Brush a thin water-based mold wash over both faces and the gates: two coats, no puddles in corners. Dry it through overnight, or with a torch kept moving. No torch on oil-bonded sand: it burns. Damp wash blows.${of.filter ? ' Then set the filter.' : ''}`,
        caution: 'damp'
      };
    case 'trial-close':
      return { text: 'Close it once on trial, open it, and see where it touched.' };
    case 'close':
      return {
        text: of.holds
          ? `Close it, clamp it or put ${of.holds} on it, cover the sprue.`
          : 'Close it; its own weight holds it. Cover the sprue.'
      };
  }
}

/** Which chills go where: the drawing of the mold shows the places. */
function chillWords(chills: readonly Chill[], half: Half, length: (m: number) => string): string {
  const own = chills.filter((each) => each.half === half);
  const sizes = own.map(({ across_m, thick_m }) => `${length(across_m)} across and ${length(thick_m)} thick`);
  return `Set ${own.length === 1 ? 'the chill' : 'the chills'} against the pattern where the mold, drawn from above, shows ${own.length === 1 ? 'it' : 'them'}: ${sizes.join('; ')}. Clean, dry and hand-warm, with no rust on the face.`;
}

interface Sized {
  lies: Lies;
  way: GatingPlan | null;
  filter: string | null;
  length: (m: number) => string;
}

const RISER_PLACE = {
  'on-top': 'on the thick part',
  beside: 'beside the thick part, on the parting',
  blind:
    'beside the thick part, on the parting; it stays under the sand, with a vent down to its top, and is drawn from below'
} as const;

function pinWords({ way, length }: Omit<Sized, 'filter'>): string {
  if (!way) return 'Stand the sprue pin, and the riser if there is one.';
  const { sprue, riser } = way;
  const pin = `Stand the sprue pin here: ${length(sprue.bottom_m)} at its foot, ${length(sprue.top_m)} at its mouth`;
  if (!riser) return `${pin}. It needs no riser.`;
  const where = RISER_PLACE[riser.stands];
  return `${pin}; and ${riser.count > 1 ? `${riser.count} riser pins` : 'the riser’s'} of ${length(riser.diameter_m)}, ${length(riser.height_m)} high, ${where}.`;
}

function gateWords({ lies, way, length, filter }: Sized): string {
  const leave = 'smooth them with a finger, leave nothing loose.';
  const cut = lies === 'on-plate' ? 'Cut what the plate does not carry' : 'Cut';
  if (!way)
    return lies === 'on-plate'
      ? `${cut} of runner and gates; ${leave}`
      : `Cut the runner and the gates; ${leave}`;
  const { runner, ingates, well } = way;
  return `${cut}${lies === 'on-plate' ? ':' : ''} a well under the sprue, ${length(well.diameter_m)} wide and ${length(well.depth_m)} deep; the runner, ${length(runner.width_m)} × ${length(runner.height_m)}; ${ingates.count === 1 ? 'one gate' : `${ingates.count} gates`} of ${length(ingates.width_m)} × ${length(ingates.height_m)}; ${leave}${filter ? ` Widen the runner before the first gate until a ceramic filter with ${filter} of open holes stands in it on edge; take the filter out again.` : ''}`;
}

export const BREAKAGE_ADVICE: Record<Breakage, string> = {
  'no-draft': 'See how it draws, sand draft into it or cope down to its widest line.',
  'not-rapped': 'Rap longer, both ways, before it is drawn.',
  'too-dry': 'Squeeze the sand: it wants water before the next mold.',
  'too-wet': 'Spread the sand until it is back in its window.',
  'soft-rammed': 'Press the facing by hand, and peen round the pattern first.',
  rough: 'Let the coat dry, sand it and wax it.',
  crooked: 'Draw with two screws or a lifter, straight up.',
  'cope-dropped': 'Bars or ledges in the cope, or stronger sand.'
};
