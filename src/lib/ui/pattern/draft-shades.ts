import { DRAFT_CLASSES, type DraftClass } from '$core/pattern/draw/draft';

/** How a face is shown by its draft: its shade in the picture, and what it is called. */
export const DRAFT_LOOK: Record<DraftClass, { name: string; shade: [number, number, number] }> = {
  undercut: { name: 'held in the sand', shade: [180, 68, 30] },
  none: { name: 'straight, no draft', shade: [215, 150, 60] },
  scant: { name: 'under 1° of draft', shade: [226, 190, 120] },
  smooth: { name: '1 to 3°', shade: [150, 180, 150] },
  ample: { name: '3 to 30°', shade: [98, 140, 104] },
  open: { name: 'lies open', shade: [226, 216, 196] }
};

export const SHADES = DRAFT_CLASSES.map((name) => DRAFT_LOOK[name].shade);
