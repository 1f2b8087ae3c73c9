import type { MoldPlan } from '$core/mold/plan-mold';
import type { Clearance } from '$core/mold/placement';
import { figureText, lengthFigure } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';

/** What a plan comes to in one figure and one line: it fits, or how much is short where. */
export function planVerdict(
  plan: MoldPlan,
  of: readonly { name: string }[],
  system: UnitSystem
): { fits: boolean; title: string; why: string } {
  const length = (m: number) => figureText(lengthFigure(m, system));
  if (plan.fits) return { fits: true, title: 'It fits', why: 'with all the sand that it wants around it.' };
  if (!plan.judged.demand)
    return { fits: false, title: 'Too full', why: 'The patterns fill more than a half holds.' };
  const [height] = [...plan.heights].sort((a, b) => b.by_m - a.by_m);
  const worst = plan.short[0];
  const lacks = worst ? worst.wants_m - worst.gap_m : 0;
  if (height && height.by_m >= lacks)
    return {
      fits: false,
      title: `${length(height.by_m)} short`,
      why: `in the ${height.side}: there is too little sand ${height.side === 'cope' ? 'over' : 'under'} it.`
    };
  return { fits: false, title: `${length(lacks)} short`, why: `${clearanceWords(worst!, of)}.` };
}

/** Where a clearance lies. */
export function clearanceWords(
  { between, casting, other }: Clearance,
  of: readonly { name: string }[]
): string {
  const name = (i: number | null) => (i === null ? '' : (of[i]?.name ?? 'a casting'));
  switch (between) {
    case 'wall':
      return `between ${name(casting)} and the wall`;
    case 'casting':
      return name(casting) === name(other)
        ? `between two of ${name(casting)}`
        : `between ${name(casting)} and ${name(other)}`;
    case 'sprue':
      return `between ${name(casting)} and the sprue`;
    case 'runner':
      return `where the runner to ${name(casting)} passes ${name(other)}`;
    case 'sprue-wall':
      return 'between the sprue and the wall';
  }
}
