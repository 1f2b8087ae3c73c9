import { figureText, lengthFigure } from '../../quantity/display';
import type { UnitSystem } from '../../quantity/unit';

/** A length as formulas are written with it. */
export const mm = (m: number, units: UnitSystem): string => figureText(lengthFigure(m, units));
