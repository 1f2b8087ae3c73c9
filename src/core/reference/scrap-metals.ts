/**
 * Metals that scrap may be, by what their mass is for their size.
 *
 * Source: densities of usual casting and wrought alloys from materials handbooks, kg/L: magnesium 1.7 to 1.85, aluminium 2.6 to
 * 2.8, zinc alloys 5 to 6.7 (handbook default).
 */
export interface ScrapMetal {
  name: string;
  kg_m3: readonly [number, number];
  /** A magnet holds to it. */
  magnetic?: boolean;
  /** What else tells it. */
  tells: string;
  /** Why it never goes into the pot. */
  never?: string;
}

export const SCRAP_METALS = {
  magnesium: {
    name: 'magnesium',
    kg_m3: [1700, 1850],
    tells: 'very light; fizzes in vinegar',
    never: 'It burns white-hot in the crucible, and neither water nor a usual extinguisher puts it out.'
  },
  aluminium: {
    name: 'aluminium alloy',
    kg_m3: [2600, 2850],
    tells: 'light; files to silver-white; does not fizz in vinegar'
  },
  titanium: {
    name: 'titanium',
    kg_m3: [4400, 4550],
    tells: 'hard, grey; white sparks on a grinding wheel',
    never: 'It does not melt in a hobby furnace, and its chips burn.'
  },
  zinc: {
    name: 'zinc alloy',
    kg_m3: [5000, 6750],
    tells: 'grey, heavier than it looks; scratches with a nail'
  },
  'pure-zinc': {
    name: 'zinc, nearly pure',
    kg_m3: [7050, 7200],
    tells: 'blue-grey; soft; cracks when bent cold'
  },
  pewter: {
    name: 'tin or pewter',
    kg_m3: [7250, 7450],
    tells: 'soft; creaks when bent. Old pewter holds lead'
  },
  'grey-iron': {
    name: 'cast iron',
    kg_m3: [6900, 7350],
    magnetic: true,
    tells: 'breaks grey and grainy'
  },
  steel: {
    name: 'steel',
    kg_m3: [7700, 7900],
    magnetic: true,
    tells: 'bends; long sparks on a grinding wheel. It does not melt in a hobby furnace: take it out'
  },
  'stainless-steel': {
    name: 'stainless steel',
    kg_m3: [7850, 8050],
    tells: 'hard and bright. It does not melt in a hobby furnace: take it out'
  },
  'aluminium-bronze': {
    name: 'aluminium bronze',
    kg_m3: [7500, 7750],
    tells: 'golden, hard'
  },
  'beryllium-copper': {
    name: 'beryllium copper',
    kg_m3: [8200, 8290],
    tells: 'pale copper, springy: contacts, springs, tools that do not spark',
    never: 'Its fume and dust scar the lungs for good.'
  },
  brass: {
    name: 'brass',
    kg_m3: [8300, 8720],
    tells: 'files to yellow. Its zinc fumes, and it often holds lead'
  },
  bronze: {
    name: 'bronze or copper',
    kg_m3: [8680, 8970],
    tells: 'files to red or brown'
  },
  silver: {
    name: 'silver',
    kg_m3: [10200, 10500],
    tells: 'white; marked 925 or 835'
  },
  lead: {
    name: 'lead',
    kg_m3: [10550, 11400],
    tells: 'a fingernail marks it; it leaves a grey line on paper',
    never: 'Its fume and dust are poison. Keep it out of the crucible, and wash your hands.'
  }
} as const satisfies Record<string, ScrapMetal>;

export type ScrapMetalName = keyof typeof SCRAP_METALS;
export const SCRAP_METAL_NAMES = Object.keys(SCRAP_METALS) as ScrapMetalName[];
