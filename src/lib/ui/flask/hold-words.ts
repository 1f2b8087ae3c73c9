import { fixed } from '$core/quantity/display';
import type { CopeHold } from '$core/mold/holding';

const times = (ratio: number) => (ratio >= 10 ? fixed(ratio, 0) : fixed(ratio, 1));

/** Whether a cope's sand stays in when it is lifted, in short and at length, and what makes it hold. */
export function holdWords(hold: CopeHold): { short: string; says: string; remedy: string; wrong: boolean } {
  const { ratio, least, most, measured, remedies } = hold;
  const fails = measured ? ratio < 1 : most < 1;
  const doubtful = !fails && least < 1;
  const short = measured
    ? `${fails ? 'falls out, ' : ''}${times(ratio)} ×${fails ? '' : ' enough'}`
    : `${times(least)} to ${times(most)} ×, a guess`;
  const says = fails
    ? 'The cope’s sand falls out: too weak for so wide a frame.'
    : doubtful
      ? `The cope’s sand may fall out: it holds ${times(least)} to ${times(most)} times its weight.`
      : `The cope’s sand holds ${measured ? times(ratio) : `at least ${times(least)}`} times its weight at the wall.`;
  return {
    short,
    says,
    remedy: fails || doubtful ? remedyWords(remedies, hold.bars) : '',
    wrong: fails || doubtful
  };
}

function remedyWords(remedies: CopeHold['remedies'], bars: number): string {
  const said = remedies.map(({ by, least }) => {
    const then = `: at least ${times(least)} times then`;
    return by === 'grooves'
      ? `Nail strips or cut grooves inside it${then}.`
      : `Put ${bars > 1 ? `${bars} bars` : 'a bar'} across it, wet with clay wash${then}.`;
  });
  return [...said, 'Wet its inner edges with clay wash just before you fill it.'].join(' ');
}
