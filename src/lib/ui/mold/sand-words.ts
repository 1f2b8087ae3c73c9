import { rounded } from '$core/quantity/rounded';
import type { SandRemark, SandTrouble } from '$core/mold/sand-to-ram';

const WORDS: Record<Exclude<SandTrouble, 'short'>, { title: string; first: string }> = {
  wet: { title: 'Too wet to ram.', first: 'Metal on it spits. Dry it off first.' },
  'a-little-wet': { title: 'A little too wet to pour on.', first: 'Dry it off before you ram.' },
  dry: { title: 'Too dry to ram.', first: 'Edges would crumble. Give it water and let it rest.' },
  'a-little-dry': { title: 'On the dry side.', first: 'Give it its water before you ram.' },
  lifeless: { title: 'Damp but does not hold.', first: 'It wants clay or mulling, not water.' },
  'falls-apart': { title: 'It falls apart.', first: 'Put that right before you ram.' },
  'too-oily': { title: 'Too oily.', first: 'Work dry sand in before you ram.' },
  'short-of-clay': { title: 'Short of clay.', first: 'Edges and lifts will be weak. Dose it first.' },
  'short-of-oil': { title: 'Short of oil.', first: 'Edges will be weak. Dose it first.' },
  unsettled: {
    title: 'Not settled yet.',
    first: 'The looks at it disagree. Dry and weigh a sample before you ram.'
  },
  'not-known': { title: 'Nobody knows how it is.', first: 'Squeeze it before you ram.' },
  warm: {
    title: 'Fresh out of a mold.',
    first: 'Feel deep into it: ram it when it is no warmer than your hand.'
  }
};

/** The test that settles it. */
const TEST: Partial<Record<SandTrouble, string>> = { 'not-known': 'squeeze', unsettled: 'moisture' };

/** A remark on the sand of a mold, what comes first, and where that is done. */
export function sandRemarkWords(
  { is, short_kg }: SandRemark,
  heap_id: number,
  mass: (kg: number) => string
): { title: string; first: string; href: string } {
  const heap = `/heaps/${heap_id}`;
  if (is === 'short')
    return {
      title: `${mass(short_kg ?? 0)} short.`,
      first: 'Mix more before you ram, or take a smaller flask.',
      href: `${heap}/renew?more_kg=${rounded(short_kg ?? 0, 3)}`
    };
  return { ...WORDS[is], href: TEST[is] ? `${heap}/test/${TEST[is]}` : heap };
}
