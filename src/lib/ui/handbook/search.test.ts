import { describe, expect, it } from 'vitest';
import { entries } from './chapters';
import { SAID_AS } from './said-as';
import { found } from './search';

/** What people are likely to type, and where one of the first three has to lead. */
const ASKED: readonly (readonly [string, ...string[]])[] = [
  ['sand sticks to pattern', 'defect-sticker'],
  ['bubbles in casting', 'defect-blow', 'defect-pinholes'],
  ['my casting has holes', 'defect-blow', 'defect-pinholes'],
  ['crumbles', 'word-squeeze', 'test-squeeze', 'edges'],
  ['walnut-sized lump', 'word-squeeze', 'test-squeeze'],
  ['how wet', 'word-temper', 'word-moisture', 'test-squeeze'],
  ['pouring temperature', 'word-liquidus'],
  ['cans', 'word-melt', 'word-flux'],
  ['sea coal', 'word-sea-coal'],
  ['too dry', 'word-temper', 'formula-water-only'],
  ['too wet', 'word-spread', 'word-temper'],
  ['how much water to add', 'formula-water-only'],
  ['how much clay', 'word-phs', 'word-binder'],
  ['recipe', 'word-phs', 'word-binder'],
  ['cat litter', 'word-binder', 'test-grinding'],
  ['dig my own clay', 'test-settling-jar', 'test-grinding', 'test-trial-cylinders'],
  ['jam jar', 'test-settling-jar'],
  ['microwave', 'test-moisture'],
  ['oven test', 'test-moisture'],
  ['moisture meter', 'test-probe', 'word-moisture'],
  ['fist', 'word-squeeze', 'test-squeeze'],
  ['hand test', 'word-squeeze', 'test-squeeze', 'school-judge'],
  ['falls apart in my hand', 'test-squeeze', 'word-squeeze'],
  ['sand falls out of the top half', 'word-drop-out', 'word-gagger', 'defect-drop'],
  ['cope falls out when lifted', 'word-drop-out'],
  ['top half', 'word-cope-drag'],
  ['molding box', 'word-flask'],
  ['how hard to ram', 'word-ramming', 'test-hardness', 'school-ram'],
  ['tamp', 'word-ramming'],
  ['pull the pattern out', 'word-rap', 'word-undercut'],
  ['pattern stuck', 'defect-sticker', 'word-rap'],
  ['will not come out', 'word-undercut', 'word-rap'],
  ['overhang', 'word-undercut'],
  ['baby powder', 'word-dust', 'school-dust'],
  ['cornstarch', 'word-dust', 'school-dust'],
  ['talc', 'word-dust', 'school-dust'],
  ['release agent', 'word-dust'],
  ['vent holes', 'word-vent', 'school-vent'],
  ['how many vents', 'word-vent', 'school-vent'],
  ['hollow inside', 'word-core'],
  ['core floats', 'word-print', 'word-core', 'formula-cope-lift'],
  ['taper', 'word-draft', 'formula-sprue-taper'],
  ['draft angle', 'word-draft'],
  ['parting line', 'word-parting'],
  ['sprue size', 'word-choke', 'word-gating', 'formula-choke'],
  ['gate size', 'formula-ingate', 'word-gating'],
  ['pouring cup', 'word-choke'],
  ['feeder', 'word-riser', 'word-gating'],
  ['riser size', 'word-riser', 'formula-modulus'],
  ['sunken top', 'defect-shrinkage', 'word-riser'],
  ['sink mark', 'defect-shrinkage', 'word-riser'],
  ['shrink rule', 'word-contraction', 'formula-shrinkage'],
  ['how much bigger to print the pattern', 'word-contraction', 'formula-shrinkage'],
  ['how heavy will it be', 'formula-casting-mass'],
  ['how much metal do I need', 'formula-melt'],
  ['weights on top', 'formula-cope-lift'],
  ['cope lifts', 'formula-cope-lift'],
  ['metal leaked out', 'defect-run-out'],
  ['leaks at the joint', 'defect-run-out', 'defect-flash'],
  ['thin fin', 'defect-flash'],
  ['halves do not line up', 'defect-shift'],
  ['misaligned', 'defect-shift'],
  ['did not fill', 'defect-misrun'],
  ['part is missing', 'defect-misrun', 'defect-drop'],
  ['short pour', 'defect-misrun', 'defect-run-out'],
  ['seam in casting', 'defect-cold-shut'],
  ['crack', 'defect-hot-tear', 'school-quench'],
  ['cracked', 'defect-hot-tear', 'school-quench'],
  ['orange peel', 'defect-rough'],
  ['rough surface', 'defect-rough'],
  ['bad finish', 'defect-rough'],
  ['sand sticks to casting', 'word-burn-on', 'defect-rough'],
  ['grains in the skin', 'defect-dirt'],
  ['inclusions', 'defect-dirt'],
  ['pin holes', 'defect-pinholes'],
  ['porosity', 'defect-pinholes', 'defect-blow'],
  ['blister', 'defect-blow'],
  ['rat tail', 'defect-scab'],
  ['raised patch', 'defect-scab'],
  ['bulge', 'defect-swell'],
  ['thicker than the pattern', 'defect-swell'],
  ['wrinkles', 'defect-dross'],
  ['slag', 'word-melt', 'word-flux', 'defect-dross'],
  ['borax', 'word-flux'],
  ['degas', 'word-flux'],
  ['drink cans', 'word-melt', 'word-flux'],
  ['scrap aluminum', 'word-melt'],
  ['crucible', 'word-melt'],
  ['melting point', 'word-liquidus'],
  ['when can I open the mold', 'word-shake-out', 'school-open'],
  ['how long to wait', 'word-shake-out', 'school-open'],
  ['quench in water', 'school-quench'],
  ['black sand', 'word-burnt'],
  ['burned sand', 'word-burnt', 'formula-burnt'],
  ['reuse sand', 'word-condition', 'word-renewal'],
  ['sand is worn out', 'word-active-clay', 'word-renewal', 'word-condition'],
  ['weak sand', 'word-active-clay', 'test-green-compression', 'word-green'],
  ['add new sand', 'word-renewal', 'school-renew'],
  ['dust mask', 'Silica and clay dust'],
  ['respirator', 'Silica and clay dust'],
  ['gloves', 'Metal splashes', 'Hot pan', 'Boiling water'],
  ['what to wear', 'Metal splashes'],
  ['steam explosion', 'Wet sand and molten', 'Damp throws metal'],
  ['concrete floor', 'Damp throws metal'],
  ['zinc fumes', 'Zinc and brass fume'],
  ['galvanized', 'Zinc and brass fume'],
  ['play sand', 'word-fineness'],
  ['which sand', 'word-fineness', 'school-grain', 'school-source'],
  ['mesh', 'word-fineness', 'test-sieve', 'word-riddle'],
  ['olivine', 'school-grain'],
  ['green sand or oil sand', 'school-binder'],
  ['store bought sand', 'school-source'],
  ['cement mixer', 'word-mull'],
  ['edges break', 'edges', 'defect-sticker'],
  ['match plate', 'word-match'],
  ['follow board', 'word-match'],
  ['chaplet', 'word-chaplet'],
  ['cheek', 'word-cheek'],
  ['chill', 'word-chill'],
  ['swab', 'word-swab'],
  ['fillet', 'word-fillet'],
  ['gagger', 'word-gagger'],
  ['jacket', 'word-jacket'],
  ['mold wash', 'word-skin-dried'],
  ['ceramic filter', 'word-filter'],
  ['vent at the end of a leg', 'word-vent'],
  ['cut off sprue', 'word-fettling'],
  ['saw', 'word-fettling'],
  ['penetration', 'word-burn-on', 'defect-rough'],
  ['loss on ignition', 'test-ignition', 'formula-ignition', 'word-clay-wash'],
  // Slips, endings and letters of elsewhere.
  ['bentonit', 'word-binder'],
  ['permiability', 'word-permeability', 'test-permeability', 'formula-permeability'],
  ['shrinkadge', 'word-contraction', 'defect-shrinkage', 'formula-shrinkage'],
  ['ramed too hard', 'word-ramming', 'test-hardness', 'school-ram'],
  [
    'mould',
    'word-cope-drag',
    'word-parting',
    'word-skin-dried',
    'word-flask',
    'edges',
    'formula-sand-demand'
  ],
  ['risér', 'word-riser', 'word-gating', 'formula-modulus'],
  ['vents', 'word-vent', 'school-vent'],
  ['squeezing', 'word-squeeze', 'test-squeeze']
];

const leadsTo = (phrase: string, places: readonly string[]) =>
  found(phrase)
    .slice(0, 3)
    .some(({ href, name }) => places.some((place) => href.endsWith(`#${place}`) || name.startsWith(place)));

describe('looking something up', () => {
  it('leads to what is meant within the first three, for each of more than 120 phrases', () => {
    expect(ASKED.length).toBeGreaterThan(120);
    const lost = ASKED.filter(([phrase, ...places]) => !leadsTo(phrase, places)).map(
      ([phrase, ...places]) =>
        `${phrase} (${places.join(', ')}): ${found(phrase)
          .slice(0, 3)
          .map(({ href, name }) => href.split('#')[1] ?? name)
          .join(', ')}`
    );
    expect(lost).toEqual([]);
  });
  it('finds each entry by its own name', () => {
    for (const { name, href } of entries())
      expect(
        found(name)
          .slice(0, 3)
          .map((entry) => entry.name),
        href
      ).toContain(name);
  });
  it('says that there is nothing where there is nothing', () => {
    for (const words of ['', '  ', 'the of and', 'xyzzyqwv', '🧱']) expect(found(words)).toEqual([]);
  });
  it('every saying belongs to something that is explained', () => {
    const known = (place: string) =>
      entries().some(({ href, name }) => href.endsWith(`#${place}`) || name.startsWith(place));
    expect(Object.keys(SAID_AS).filter((place) => !known(place))).toEqual([]);
  });
});
