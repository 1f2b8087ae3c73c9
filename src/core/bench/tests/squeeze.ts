import { HAND_SD } from '$core/reference/accuracy';
import { benchTest } from './bench-test';
import { temperFactorOf } from './looking';
import { GRADE_NAMES, squeeze as squeezed, type SqueezeReading } from '../formula/squeeze';

export interface SqueezeTest extends SqueezeReading {
  kind: 'squeeze';
}

export const squeeze = benchTest<SqueezeTest>({
  kind: 'squeeze',
  name: 'squeeze',
  title: 'Squeeze',
  tells: 'Temper, by hand; and whether water is what it lacks.',
  minutes: 1,
  figure: () => null,
  // In multiples of the aimed temper ratio: an unpractised hand's bias, the fistful, and the squeeze itself.
  sd: () => Math.hypot(HAND_SD.bias, HAND_SD.shared, HAND_SD.single),
  read(test, looking) {
    const answer = squeezed(test, looking.system);
    if (!answer.tells_water || looking.system === 'oil') return null;
    const factor = temperFactorOf(looking);
    return factor && { as: 'grade', ...factor, grade: answer.grade };
  },
  prospects(looking) {
    const factor = looking.system === 'water' ? temperFactorOf(looking) : null;
    return factor ? [{ minutes: 1, looks: { as: 'grade', ...factor } }] : [];
  },
  show: (test) => ({ ...test }),
  result: (test, system) => ({ ...squeezed(test, system) }),
  words(_, result) {
    const { grade = 3, tells_water } = result as { grade?: keyof typeof GRADE_NAMES; tells_water?: boolean };
    const lifeless = tells_water === false && grade === 2;
    return {
      what: `squeeze: ${lifeless ? 'moist but lifeless' : GRADE_NAMES[grade]}`,
      amount: `grade ${grade}`
    };
  },
  guide: null
});
