/** The theme's colours as a chart needs them: read off the page, so that light and dark follow. */
export interface Palette {
  ink: string;
  soft: string;
  rule: string;
  heat: string;
  water: string;
  clay: string;
  good: string;
  paper: string;
}

const NAMES = ['ink', 'soft', 'rule', 'heat', 'water', 'clay', 'good', 'paper'] as const;

/** Resolves light-dark() and variables by asking a painted element. */
export function paletteOf(element: HTMLElement): Palette {
  const probe = document.createElement('span');
  element.append(probe);
  const colours = NAMES.map((name) => {
    probe.style.color = `var(--${name})`;
    return [name, getComputedStyle(probe).color] as const;
  });
  probe.remove();
  // `fromEntries` forgets the names of its keys: they are those asked for.
  return Object.fromEntries(colours) as unknown as Palette;
}

/** A colour at part of its strength; the browser gives colours as rgb(r, g, b). */
export const faded = (colour: string, alpha: number): string =>
  colour.replace(/^rgb\((.*)\)$/, `rgba($1, ${alpha})`);
