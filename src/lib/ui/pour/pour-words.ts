import type { Checked, PourCheck } from '$core/judge/pour-checks';
import type { Part } from '$core/heat/opening';
import type { SetPoint } from '$core/metal/furnace';
import type { GatingWarning } from '$core/metal/gating-plan';
import {
  durationText,
  figureText,
  fixed,
  lengthFigure,
  massText,
  percentText,
  temperatureText
} from '$core/quantity/display';
import { smallAreaText } from '$core/quantity/small-area';
import type { UnitSystem } from '$core/quantity/unit';
import type { CautionName } from '$lib/ui/caution/cautions';

const length = (m: number, system: UnitSystem) => figureText(lengthFigure(m, system));

/** What a check asks, and what makes it right. */
export const CHECK_WORDS: Record<PourCheck, { asks: string; right: string; caution?: CautionName }> = {
  'sand-wet': {
    asks: 'The sand is not too wet',
    right: 'Test it again, or let the mold stand open until its face is dry. Ram it anew if in doubt.',
    caution: 'wet'
  },
  'sand-hot': {
    asks: 'The sand was cold when it was rammed',
    right: 'Let the mold stand, or ram it of cold sand.'
  },
  'mold-age': {
    asks: 'The mold stands closed and its edges have not dried',
    right: 'Close it on its page. One that stood long is opened, its edges looked at, and blown out.'
  },
  'hold-down': {
    asks: 'Weights or clamps hold the cope',
    right: 'Put them on, and write down on the mold what they weigh.'
  },
  'weights-on': {
    asks: 'Weights and clamps are on, and nothing rocks',
    right: 'Put them on before the crucible leaves the furnace.'
  },
  vents: {
    asks: 'Vents are open, and away from the patterns',
    right: 'Prick them down to a finger above the pattern.'
  },
  charge: { asks: 'The crucible holds enough', right: 'Add metal, or pour fewer molds of this melt.' },
  'melt-hot': {
    asks: 'The metal is hot enough, and not too hot',
    right: 'Wait for the furnace; take the temperature again.'
  },
  skimmed: {
    asks: 'The melt is skimmed, and still bright',
    right: 'Skim with a warm, dry spoon just before you lift it.'
  },
  'tools-warm': {
    asks: 'Skimmer, tongs and ingot mold are dry and warm',
    right: 'Hold them over the furnace until they hiss no more.',
    caution: 'damp'
  },
  'ground-dry': {
    asks: 'The ground under the pour is dry sand, not wet concrete',
    right: 'Spread dry sand where metal can fall.',
    caution: 'damp'
  },
  clothing: {
    asks: 'Face shield, leather, wool or cotton, covered boots',
    right: 'No shorts, no sandals, nothing that melts.',
    caution: 'burns'
  },
  'sand-at-hand': {
    asks: 'A bucket of dry sand stands at hand',
    right: 'Never water on burning metal.'
  },
  extinguisher: {
    asks: 'A dry powder extinguisher is within reach, away from the furnace',
    right: 'For fuel and for what burns around you. On burning metal use dry sand.'
  },
  fuel: {
    asks: 'Hose and joints are tight; you can reach the shut-off',
    right: 'Brush soapy water on the joints. If it bubbles or smells, shut it off and get it seen to.'
  },
  'way-out': {
    asks: 'The way back is clear, and nobody stands downwind',
    right: 'Walk it once with the empty crucible.'
  },
  helper: { asks: 'Somebody is within call', right: 'Wait for them, or say why you pour alone.' }
};

/** A melt that a check stops for being hotter than its limit, not colder. */
const isTooHot = (value: number, limit: number | null, level: Checked['level']): boolean =>
  level === 'no-go' && limit !== null && value > limit;

/** What makes a check right that stands against the pour. */
export const checkRight = ({ check, level, value, limit }: Checked): string =>
  check === 'melt-hot' && value !== null && isTooHot(value, limit, level)
    ? 'Shut the furnace off and let it cool; do not stir. Hotter it takes up gas, burns off and fumes.'
    : CHECK_WORDS[check].right;

/** Where a check stands, with its figures. */
export function checkSays({ check, level, value, limit }: Checked, system: UnitSystem): string {
  const against = level === 'go' ? '' : level === 'no-go' ? '' : 'not known yet';
  switch (check) {
    case 'sand-wet':
      return value === null
        ? 'nobody has looked at this sand'
        : level === 'no-go' && value <= limit!
          ? 'a squeeze or a drying test of it says otherwise: see the heap'
          : `${percentText(value)}, at most ${percentText(limit!)}${level === 'not-known' ? ': too near to be sure' : ''}`;
    case 'sand-hot':
      return value === null ? 'as warm as the day' : temperatureText(value, system);
    case 'mold-age':
      return value === null ? 'not closed yet' : `closed ${durationText(value * 3600)} ago`;
    case 'hold-down':
      return (limit ?? 0) <= 0
        ? 'its own weight holds it'
        : value === null
          ? `wants ${massText(limit!, system)} on it`
          : `${massText(value, system)} of ${massText(limit!, system)}`;
    case 'charge':
      return value === null
        ? `wants ${massText(limit!, system)}; nobody said what is in it`
        : `${massText(value, system)} of ${massText(limit!, system)}`;
    case 'melt-hot':
      return value === null
        ? 'nobody took its temperature'
        : isTooHot(value, limit, level)
          ? `${temperatureText(value, system)}, at most ${temperatureText(limit!, system)}`
          : `${temperatureText(value, system)}, from ${temperatureText(limit!, system)} on`;
    default:
      return against;
  }
}

/** What is said of a furnace's set-point. */
export function setPointSays({ is, by_c }: SetPoint, system: UnitSystem): string {
  const off = system === 'us' ? `${Math.round(by_c * 1.8)} °F` : `${Math.round(by_c)} °C`;
  switch (is) {
    case 'never-melts':
      return `Below the melting range: it never melts. Set it at least ${off} higher.`;
    case 'mushy':
      return `Within the melting range: it stays mush and never pours. Set it at least ${off} higher.`;
    case 'cold':
      return `It melts, but freezes on the way to the mold. Set it at least ${off} higher.`;
    case 'short':
      return `It pours, but colder than planned for this casting. Set it ${off} higher.`;
    case 'too-hot':
      return `${off} too hot for this metal: it takes up gas, burns off and makes dross. Turn it down.`;
    case 'right':
      return 'Right for this metal, with what is lost on the way.';
  }
}

/** What is wrong with a way in, and what would help. */
export function warningSays(warning: GatingWarning, system: UnitSystem): string {
  const s = (seconds: number) => `${fixed(seconds, 1)} s`;
  switch (warning.is) {
    case 'no-window':
      return `No pour is both calm and quick enough: calm takes ${s(warning.least_s)}, and the thinnest wall runs for ${s(warning.most_s)}. Hotter metal, more gates, or a thicker wall.`;
    case 'thin':
      return `The wall of ${length(warning.wall_m, system)} is thinner than this metal runs, ${length(warning.runs_m, system)}.`;
    case 'too-slow':
      return `It fills in ${s(warning.pour_s)}, and the thinnest wall runs for ${s(warning.most_s)}: a wider sprue.`;
    case 'too-fast':
      return `It fills in ${s(warning.pour_s)}; calm takes ${s(warning.least_s)}.`;
    case 'ingate-fast':
      return `Metal comes through the gates at ${fixed(warning.speed_m_s, 2)} m/s; calm is 0.5. Wider gates, or more of them.`;
    case 'sprue-not-full':
      return `The sprue cannot stay full: ${length(warning.has_m, system)} at its top, where falling metal wants ${length(warning.wants_m, system)}.`;
    case 'sprue-chokes':
      return `This sprue lets it fill in ${s(warning.fills_s)}, slower than you mean to pour.`;
    case 'low-head':
      return `The basin stands ${length(warning.has_m, system)} above the casting's top as it fills; ${length(warning.wants_m, system)} fills it well. Raise the cope or the basin.`;
    case 'gates-wide':
      return `The gates are ${length(warning.has_m, system)} wide together; the side that they enter takes ${length(warning.most_m, system)}. Make them narrower, or fewer.`;
    case 'runner-small':
      return `The runner is smaller than the sprue’s foot, ${smallAreaText(warning.has_m2, system)}: metal squirts through it. Cut it to ${smallAreaText(warning.wants_m2, system)}.`;
    case 'basin-narrow':
      return `The basin is ${length(warning.has_m, system)} across, the mouth of its sprue ${length(warning.wants_m, system)}. Cut it wider.`;
    case 'basin-shallow':
      return `The basin is ${length(warning.has_m, system)} deep: metal turns over the mouth and takes air along. Cut it at least ${length(warning.wants_m, system)} deep.`;
    case 'basin-deep':
      return `A basin ${length(warning.has_m, system)} deep breaks through to the parting. Cut it no deeper than ${length(warning.most_m, system)}.`;
    case 'basin-out':
      return `A basin of ${length(warning.has_m, system)} comes too near the flask’s wall; ${length(warning.most_m, system)} is the most.`;
    case 'no-riser':
      return `Without a riser the thick part shrinks into itself. One of ${length(warning.wants_m, system)} would feed it.`;
    case 'riser-no-room':
      return `No riser that feeds it stands in this cope: it would be ${length(warning.wants_m, system)} high, and there is room for ${length(warning.room_m, system)}. Take a higher cope.`;
    case 'riser-small':
      return `A riser of ${length(warning.has_m, system)} freezes before what it feeds: ${length(warning.wants_m, system)}.`;
  }
}

/** The parts of the metal in a mold, as a sentence begins with them. */
export const PART_WORDS: Record<Part, string> = {
  casting: 'The casting',
  sprue: 'The sprue',
  basin: 'The basin',
  runner: 'The runner',
  riser: 'The riser'
};

/** How long a mold is left shut, rounded up so that nobody comes too soon. */
export function waitText(s: number): string {
  const step = s < 90 ? 5 : s < 90 * 60 ? 60 : 3600;
  return durationText(Math.ceil(s / step) * step);
}
