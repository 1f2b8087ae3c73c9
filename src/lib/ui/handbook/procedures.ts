import { firstHeap } from '$core/handbook/first-heap';
import type { OwnFigures } from '$core/handbook/formula/formulas';
import { setPointRange } from '$core/metal/furnace';
import { mixingSteps } from '$core/mix/mixing-order';
import { rammingSteps, type Lies, type RammingStep } from '$core/mold/ramming-steps';
import { sandDemand } from '$core/mold/sand-demand';
import { massText, figureText, lengthFigure, temperatureText } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';
import { ALLOYS, USUAL_ALLOY } from '$core/reference/alloys';
import { LAST_OF_MELT, meltCare } from '$core/reference/melt-care';
import { AT_HEAT_MIN, RAM_MIN } from '$core/reference/plan';
import { RAMMED_DENSITY } from '$core/reference/wear';
import { reconditionSteps, type ReconditionStep } from '$core/session/recondition-steps';
import { stepWords } from '$lib/ui/mold/mold-words';
import { sandStepWords } from '$lib/ui/recondition/recondition-words';
import type { ProcedureId } from './procedure-names';

/** What one step of a procedure says, how long it takes, and how it is drawn. */
export interface ProcedureStep {
  text: string;
  minutes?: number;
  drawn?: RammingStep;
  /** It is drawn before its pattern is in. */
  bare?: boolean;
}

const length = (units: UnitSystem) => (m: number) => figureText(lengthFigure(m, units));
const flaskOf = ({ flask }: OwnFigures) => flask && { shape: 'rectangular' as const, ...flask };
/** A flask of one's own, or one that a first casting would take. */
const someFlask = (own: OwnFigures) =>
  flaskOf(own) ?? { shape: 'rectangular' as const, length_m: 0.3, width_m: 0.2, cope_m: 0.08, drag_m: 0.07 };

const BY_RECONDITION: Partial<Record<ReconditionStep, string>> = {
  discard: 'Throw out as much burnt sand as Recondition names. Weigh what really goes.',
  splash: 'Splash in the water that Recondition names, turning all the while.'
};

const said = (text: string, minutes?: number): ProcedureStep => ({
  text,
  ...(minutes !== undefined && { minutes: Math.round(minutes) })
});

/** The steps of ramming, as the mold's page has them. */
function rammed(own: OwnFigures, units: UnitSystem, lies: Lies, first: ProcedureStep[]): ProcedureStep[] {
  const { cope_m, drag_m } = someFlask(own);
  const steps = rammingSteps({
    cope_m,
    drag_m,
    lies,
    bedding: 'bed-in',
    carried_over: false,
    facing: false,
    washed: false,
    rap: 'before-cope'
  });
  return [
    ...first,
    ...steps.map((step) => ({
      text: stepWords(step, {
        dust: 'cornstarch',
        bars: false,
        lies,
        bedding: 'bed-in',
        carry_over: [],
        facing: false,
        length: length(units),
        way: null,
        filter: null,
        holds: null
      }).text,
      drawn: step.kind,
      bare: lies === 'up-in-cope'
    }))
  ];
}

/** The steps of each, with the reader's own amounts. */
export const PROCEDURE_STEPS: Record<ProcedureId, (own: OwnFigures, units: UnitSystem) => ProcedureStep[]> = {
  'first-heap'(own, units) {
    const heap = firstHeap(flaskOf(own));
    const mass = (kg: number) => massText(kg, units);
    return [
      said(
        `Weigh out ${mass(heap.sand_kg)} of dry fine sand and ${mass(heap.clay_kg)} of sodium bentonite${own.flask ? `, enough for ${own.flask.name}` : ''}. Outdoors, with a fitted respirator.`,
        10
      ),
      said(
        `Measure ${mass(heap.water_kg)} of water into a jug. Damp sand brings water of its own: Mix takes that off.`,
        2
      ),
      ...mixingSteps('water', ['sand', 'binder', 'water'], heap.total_kg).map(({ text, minutes }) =>
        said(text, minutes)
      ),
      said('Put it in a lidded bin, write its name and today’s date on the lid.', 2)
    ];
  },
  temper(own) {
    const kg = own.heap?.total_kg ?? 20;
    return [
      said(
        'Dig through the heap, so that top and bottom are alike. Cover what is dry and dusty with a mist first.',
        5
      ),
      said('Take a walnut of sand from the middle, squeeze it once, hard, and open the hand.', 1),
      said(
        'It falls apart: too dry. It holds and breaks with a crisp edge, palm clean: ram it. It bends or smears: too wet.'
      ),
      said(
        'Too dry: splash in the first splash that Temper names, turning all the while. Do not guess, and use no hose.',
        3
      ),
      said(
        'Too wet: spread it a hand deep and let it dry, turning it now and then. Do not add dry sand by guess.'
      ),
      said(
        'Mull it: press and smear it under foot, paddle or hand, so that clay coats every grain.',
        6 + 0.2 * kg
      ),
      said('Squeeze again before each smaller splash, and stop at the first crisp break.', 5),
      said(
        'Cover it for 15 minutes, better overnight: the clay goes on drinking. Squeeze once more before you ram.',
        15
      )
    ];
  },
  'first-mold'(own, units) {
    const flask = someFlask(own);
    const { sand_kg } = sandDemand(flask, { cope_m3: 0, drag_m3: 0 }, RAMMED_DENSITY.water.value);
    return rammed(own, units, 'flat', [
      said(
        `Clear a bench that bears the weight, close to where you pour. ${own.flask ? `${own.flask.name} takes` : 'A flask of this size takes'} about ${massText(sand_kg, units)} of sand, and ${Math.round(RAM_MIN.first + RAM_MIN.per_kg * sand_kg)} minutes of work.`,
        5
      ),
      said('Squeeze the sand: it breaks crisp, or you temper it first.', 1)
    ]);
  },
  'uneven-pattern': (own, units) => rammed(own, units, 'up-in-cope', []),
  foam: (own, units) => [
    ...rammed(own, units, 'left-in', []),
    said(
      'Pour outdoors and upwind, fast and without a break: the metal must stay behind the smoke. Keep a full basin.'
    ),
    said('Keep the sand that touched it apart: it holds what the foam left behind.')
  ],
  'gates-by-hand'(_, units) {
    const m = length(units);
    return [
      said(
        'Stand a tapered pin where the cope’s sand is thick, two fingers off the pattern, before you ram the cope.'
      ),
      said(
        'Scoop a basin beside it with a spoon, deeper than wide, with a low dam before the hole. Never pour straight down the sprue.',
        3
      ),
      said(
        'Twist the pin out upwards. Round the mouth and the foot with a dry finger: no water where metal runs.',
        1
      ),
      said(
        `Open the mold. Under the sprue press a well into the drag, as wide as two thumbs and ${m(0.012)} deep.`,
        2
      ),
      said(
        'With a bent strip of tin cut the runner past the casting, its end a thumb longer than the last gate: loose sand and the first cold metal stop there.',
        5
      ),
      said(
        'Cut the gate from the upper half of the runner to the thick side of the casting, wide and shallow.',
        3
      ),
      said('Press every edge round, blow the channels out, and look along them with a lamp.', 3)
    ];
  },
  melt(own, units) {
    const metal = own.casting?.alloy ?? USUAL_ALLOY;
    const alloy = ALLOYS[metal];
    const [least_c, most_c] = setPointRange(alloy);
    const care = meltCare(metal);
    return [
      said(
        'Read the furnace’s and the fuel’s own papers. Check hose and joints with soapy water; know where the fuel is shut off.',
        5
      ),
      said(
        'Clear the way from furnace to molds, dry sand on the ground. Dry sand and an extinguisher within reach, no water.',
        10
      ),
      said(
        'Face shield, leather over cotton or wool, boots covered. Nobody downwind. Have a second person there.',
        5
      ),
      said(
        `Set the furnace for ${alloy.name} as Pour says for your molds: at least ${temperatureText(least_c, units)}, never above ${temperatureText(most_c, units)}.`
      ),
      ...care.slice(0, -LAST_OF_MELT).map((text) => said(text)),
      said(`Pour within ${AT_HEAT_MIN} minutes of reaching its heat.`),
      ...care.slice(-LAST_OF_MELT).map((text) => said(text))
    ];
  },
  pour(own, units) {
    const alloy = ALLOYS[own.casting?.alloy ?? USUAL_ALLOY];
    const [cold, hot] = alloy.pour_range_c;
    return [
      said('Molds closed, weighted or clamped, their sprues uncovered now.', 2),
      said('Warm skimmer, tongs and ingot mold over the furnace until they no longer hiss.', 5),
      said(
        `Take the temperature: ${temperatureText(cold, units)} to ${temperatureText(hot, units)}, thin work at the top.`,
        1
      ),
      said('Skim, lift, and carry low. Stand beside the mold, never over it.', 1),
      said('Lip close to the basin. Fill the basin at once and keep it full; do not stop.', 1),
      said(
        'Stop when metal stands in the riser; without one, when the basin stays full. Pour the rest into the ingot mold.',
        1
      ),
      said('Do not lean over it. Steam and flame at the vents are gas on its way out.')
    ];
  },
  open(own, units) {
    const alloy = ALLOYS[own.casting?.alloy ?? USUAL_ALLOY];
    return [
      said('Wait until Pour says so: sprue, basin and riser freeze last. Five minutes at the very least.'),
      said(
        `Its casting comes out below about ${temperatureText(alloy.shake_out_c, units)}: too hot it bends, tears or scales. The middle stays hot for hours.`
      ),
      said(
        'Weights off, gloves and shield on. Lift the cope, or knock the whole flask out over a bare, dry place.',
        5
      ),
      said('Take the casting by its sprue with tongs. No water on it.', 1),
      said('Brush the sand off cold: grains ruin saw blades. Then cut sprue and riser off.', 10),
      said('Look at it, mark what is wrong and where, and let the day’s record say why.', 3)
    ];
  },
  finish: () => [
    said(
      'Let it cool to the hand. Brush it, then wash or blast every grain off: sand ruins saws and files.',
      15
    ),
    said(
      'Clamp it by the sprue, not by the casting. Saw gates and riser off, a little proud. Eye cover.',
      10
    ),
    said(
      'Grind or file the stubs down to the skin with a coarse file. Chalk on the file keeps soft metal from clogging it.',
      20
    ),
    said('Look at the fresh cuts: pores and holes show now. Write them down with the casting.', 2),
    said('Break the flash off and draw-file the parting line.', 10),
    said(
      'Paper in steps: 80, 120, 180, 240, each across the last until its lines are gone. Wet from 240 on, with a mask when dry.',
      40
    ),
    said('Polish only what is sound. Oil or wax it at once: bare iron rusts within the hour.', 15),
    said('Sort the cut-offs by alloy, knock the sand off and mark them: they are the best scrap you have.', 5)
  ],
  sort(own, units) {
    const kg = own.heap?.total_kg ?? 20;
    const oil = own.heap?.oil ?? false;
    return reconditionSteps({
      system: oil ? 'oil' : 'water',
      kg,
      hot: true,
      cools_s: 1800,
      rubbish: false,
      facing: false,
      discard_kg: 1,
      dry_kg: 0,
      water_kg: oil ? 0 : 1,
      splashes: 1,
      oil_kg: 0,
      way: 'hand'
    }).map((step) =>
      said(
        // How much is for Recondition to say: it knows what the heap is like.
        BY_RECONDITION[step.kind] ??
          sandStepWords(step, { oil, way: 'hand', mass: (of) => massText(of, units), additions: [] }).text,
        step.seconds / 60
      )
    );
  }
};
