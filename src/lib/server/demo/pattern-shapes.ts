import { circle, onSide, plate, rectangle, turned, type Point } from '$core/pattern/shape/bodies';
import type { Triangles } from '$core/pattern/mesh/triangles';

/** The shed's patterns as bodies, made here: a little draft where somebody thought of it, none where nobody did. */

/** A bar with a round eye at its end, 2 % smaller at the top. */
export function gateLatch(): Triangles {
  const eye = Array.from({ length: 25 }, (_, i): Point => {
    const angle = -Math.PI / 2 + (Math.PI * i) / 24;
    return [0.05 + 0.018 * Math.cos(angle), 0.018 * Math.sin(angle)];
  });
  const outline: Point[] = [[-0.06, -0.012], [0.036, -0.012], ...eye, [0.036, 0.012], [-0.06, 0.012]];
  return plate(outline, 0.011, [circle(0.007, [0.05, 0], 48).reverse()], 0.02);
}

/** A bench-end bracket: a foot, a rib and a boss in one profile, its flanks straight. */
export function benchBracket(): Triangles {
  const profile: Point[] = [
    [-0.055, 0],
    [0.055, 0],
    [0.055, 0.014],
    [0.02, 0.016],
    [0.013, 0.05],
    [-0.013, 0.05],
    [-0.02, 0.016],
    [-0.055, 0.014]
  ];
  return onSide(plate(profile, 0.045));
}

/** A sundial's plate with the slot for its gnomon, thin for its breadth. */
export const sundialPlate = (): Triangles =>
  plate(circle(0.09, [0, 0], 96), 0.006, [[...rectangle(0.08, 0.004)].reverse()], 0.01);

/** A pump handle turned from one piece: grip, waist and collar. */
export function pumpHandle(): Triangles {
  const profile: Point[] = [
    [0, -0.11],
    [0.012, -0.108],
    [0.017, -0.1],
    [0.019, -0.07],
    [0.017, -0.03],
    [0.011, 0],
    [0.01, 0.05],
    [0.016, 0.056],
    [0.016, 0.07],
    [0.012, 0.074],
    [0.012, 0.098],
    [0, 0.1]
  ];
  return onSide(turned(profile, 60));
}
