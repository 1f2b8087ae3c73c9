import type { Finding } from '$core/pattern/draw/findings';
import { figureText, fixed, lengthFigure } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';

/** An area of a pattern: square centimetres, or square inches. */
export function surfaceText(m2: number, system: UnitSystem): string {
  const value = system === 'us' ? m2 / 0.0254 ** 2 : m2 * 1e4;
  return `${value >= 100 ? fixed(value, 0) : value >= 10 ? fixed(value, 0) : fixed(value, 1)}\u202f${system === 'us' ? 'in²' : 'cm²'}`;
}

/** What a finding is called. */
export const FINDING_TITLES: Record<Finding['is'], string> = {
  open: 'The mesh does not close',
  overlap: 'Bodies lie in one another',
  'better-way': 'Turned another way it draws better',
  undercut: 'Undercut',
  stepped: 'Not from a flat parting',
  'no-draft': 'Walls without draft',
  thin: 'Thin',
  'thin-edge': 'Thin edge',
  draws: 'It draws'
};

/** A finding in the words of the bench: what it is, and whether it stands in the way. */
export function findingWords(
  finding: Finding,
  system: UnitSystem
): { title: string; text: string; bad: boolean } {
  const area = (m2: number) => surfaceText(m2, system);
  const share = (of: number) => `${Math.max(1, Math.round(100 * of))} %`;
  switch (finding.is) {
    case 'open':
      return {
        title: FINDING_TITLES[finding.is],
        text: `${finding.edges} ${finding.edges === 1 ? 'edge has' : 'edges have'} no second face: its volume is a guess.`,
        bad: true
      };
    case 'overlap':
      return {
        title: FINDING_TITLES[finding.is],
        text: `Two of them hold the same ${share(finding.share)} of the volume. It counts once here; walls and undercuts between them are a guess.`,
        bad: true
      };
    case 'better-way':
      return {
        title: FINDING_TITLES[finding.is],
        text: `This way ${area(finding.undercut_m2)} are held; the best way holds ${finding.instead_m2 > 0 ? area(finding.instead_m2) : 'nothing'}.`,
        bad: true
      };
    case 'undercut':
      return {
        title: FINDING_TITLES[finding.is],
        text: `${area(finding.area_m2)} (${share(finding.share)} of the surface) cannot leave the sand, however it is parted.`,
        bad: true
      };
    case 'stepped':
      return {
        title: FINDING_TITLES[finding.is],
        text: `${area(finding.flat_m2)} come free only where the parting follows the widest line.`,
        bad: true
      };
    case 'no-draft':
      return {
        title: finding.deep ? 'Deep walls without draft' : FINDING_TITLES[finding.is],
        text: `${area(finding.area_m2)} (${share(finding.share)} of the surface) stand straight: they drag on the sand as it is drawn.`,
        bad: finding.deep
      };
    case 'thin-edge':
      return {
        title: FINDING_TITLES[finding.is],
        text: `An edge runs out to ${figureText(lengthFigure(finding.thickness_m, system))} over ${share(finding.share)} of the surface: it may come out rounded. The wall behind it fills.`,
        bad: false
      };
    case 'thin':
      return {
        title: FINDING_TITLES[finding.is],
        text: `${figureText(lengthFigure(finding.thickness_m, system))} at its thinnest: the metal may freeze before it gets there.`,
        bad: true
      };
    case 'draws':
      return {
        title: FINDING_TITLES[finding.is],
        text: 'Nothing holds it in the sand this way up.',
        bad: false
      };
  }
}
