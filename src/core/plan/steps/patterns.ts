import { COATS, type CoatKind } from '../../reference/pattern';
import { WORK_MIN } from '../../reference/plan';
import { serving, type CastingFacts } from './casting-facts';
import type { Wait } from './step';
import { coatId, sandingId } from './ids';
import { after, type StepKind, type StepsOf } from './kind';

interface OfPattern {
  pattern_id: number;
  pattern: string;
}
export type Repair = { do: 'repair'; wear: string } & OfPattern;
export type CoatOn = {
  do: 'coat';
  nth: number;
  of: number;
  what: CoatKind;
  grit: number | null;
  dry_h: number;
} & OfPattern;
export type Sanding = { do: 'sand'; nth: number; of: number; what: CoatKind; grit: number } & OfPattern;

type Pattern = CastingFacts['patterns'][number];
const repairId = ({ id }: Pattern) => `repair:${id}`;
const page = ({ pattern_id }: OfPattern) => `/patterns/${pattern_id}`;
const nthCoat = ({ nth, of }: { nth: number; of: number }) => (of > 1 ? `coat ${nth} of ${of}` : 'a coat');
const forMolds = (facts: CastingFacts, { id }: Pattern) =>
  serving(facts, ({ pattern_ids }) => pattern_ids.includes(id));
const named = ({ id, name }: Pattern): OfPattern => ({ pattern_id: id, pattern: name });

/** What comes before a pattern's next coat, or before it is rammed: its last coat, dry and sanded, or its repair. */
function readyFor(pattern: Pattern, nth: number): Wait[] {
  const last = pattern.coats[nth - 2];
  if (!last) return pattern.wear ? [after(repairId(pattern))] : [];
  return last.grit === null
    ? [after(coatId(pattern.id, nth - 1), Math.round(last.dry_h * 60))]
    : [after(sandingId(pattern.id, nth - 1))];
}

/** When a pattern that gets no more coats is dry, ms; null where one is to come. */
export function dryAt({ patterns }: CastingFacts, pattern_id: number): number | null {
  const pattern = patterns.find(({ id }) => id === pattern_id);
  return pattern && pattern.coats.length === 0 ? pattern.dry_at : null;
}

/** What a mold of a pattern waits for. */
export function patternReady({ patterns }: CastingFacts, pattern_id: number): Wait[] {
  const pattern = patterns.find(({ id }) => id === pattern_id);
  return pattern ? readyFor(pattern, pattern.coats.length + 1) : [];
}

export const repairSteps: StepsOf<Repair> = (facts) =>
  facts.patterns.flatMap((pattern) =>
    pattern.wear
      ? [
          {
            id: repairId(pattern),
            about: { do: 'repair', ...named(pattern), wear: pattern.wear },
            minutes: WORK_MIN.repair,
            ...forMolds(facts, pattern)
          }
        ]
      : []
  );

export const repair: StepKind<Repair> = {
  words: ({ pattern, wear }) => `repair ${pattern}: ${wear}`,
  page
};

export const coatSteps: StepsOf<CoatOn> = (facts) =>
  facts.patterns.flatMap((pattern) =>
    pattern.coats.map((each, i) => ({
      id: coatId(pattern.id, i + 1),
      about: { do: 'coat', ...named(pattern), nth: i + 1, of: pattern.coats.length, ...each },
      minutes: WORK_MIN.coat,
      after: readyFor(pattern, i + 1),
      ...forMolds(facts, pattern),
      // What was put on before has to dry.
      ...(i === 0 && { not_before: pattern.dry_at })
    }))
  );

export const coat: StepKind<CoatOn> = {
  words: (about) => `${nthCoat(about)} of ${COATS[about.what].name} on ${about.pattern}`,
  page
};

export const sandSteps: StepsOf<Sanding> = (facts) =>
  facts.patterns.flatMap((pattern) =>
    pattern.coats.flatMap(({ what, grit, dry_h }, i) =>
      grit === null
        ? []
        : [
            {
              id: sandingId(pattern.id, i + 1),
              about: { do: 'sand', ...named(pattern), nth: i + 1, of: pattern.coats.length, what, grit },
              minutes: WORK_MIN.sand,
              after: [after(coatId(pattern.id, i + 1), Math.round(dry_h * 60))],
              ...forMolds(facts, pattern)
            }
          ]
    )
  );

export const sand: StepKind<Sanding> = {
  words: (about) =>
    `sand ${about.pattern} at ${about.grit} once ${nthCoat(about)} of ${COATS[about.what].name} is dry`,
  page
};
