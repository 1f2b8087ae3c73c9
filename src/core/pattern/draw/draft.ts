/** How a stretch of surface stands to the pull of its half. */
export const DRAFT_CLASSES = ['undercut', 'none', 'scant', 'smooth', 'ample', 'open'] as const;
export type DraftClass = (typeof DRAFT_CLASSES)[number];

const DEGREE = Math.PI / 180;

/**
 * From which angle to the pull each class begins: walls with 1 to 2 degrees draw when they are short and smooth, 3 to 5 is
 * what hand-made patterns and deep pockets want, and what leans more than 30 is hardly a wall.
 *
 * Source: usual pattern-making figures (handbook default).
 */
export const DRAFT_FROM = {
  scant: 0.5 * DEGREE,
  smooth: 1 * DEGREE,
  ample: 3 * DEGREE,
  open: 30 * DEGREE
} as const;

/**
 * Draft of a face: the angle by which it opens towards the pull of its half, rad; below 0 it closes.
 *
 * @param along cosine between the outward normal and that half's pull
 * @example draftAngle(Math.sin(3 * Math.PI / 180)) // 3 degrees in rad
 */
export const draftAngle = (along: number): number => Math.asin(Math.max(-1, Math.min(1, along)));

/** The class of a face that can see out. */
export function draftClass(angle_rad: number): DraftClass {
  if (angle_rad >= DRAFT_FROM.open) return 'open';
  if (angle_rad >= DRAFT_FROM.ample) return 'ample';
  if (angle_rad >= DRAFT_FROM.smooth) return 'smooth';
  if (angle_rad >= DRAFT_FROM.scant) return 'scant';
  return angle_rad > -DRAFT_FROM.scant ? 'none' : 'undercut';
}
