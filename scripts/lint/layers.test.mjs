import { readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { LAYERS, wrong } from './layers.mjs';

const SRC = fileURLToPath(new URL('../../src', import.meta.url));
const refused = (file, source) => wrong(source, join(SRC, file));

describe('the order of folders', () => {
  it('lets imports point downward and refuses them upward, by alias and by a relative path alike', () => {
    expect(refused('core/mix/batch.ts', '../heap/state/drying')).toBeNull();
    expect(refused('core/heap/drying.ts', '../mix/batch')).toMatch(/stands below/);
    expect(refused('core/heap/drying.ts', '$core/mix/batch')).toMatch(/stands below/);
    expect(refused('core/heap/drying.ts', '../../lib/schema/entry')).toMatch(
      /core may not import from schema/
    );
    expect(refused('lib/schema/entry.ts', '../server/heap/heaps')).toMatch(/schema may not/);
    expect(refused('lib/ui/temper/Dose.svelte', '../../server/heap/heaps')).toMatch(/through its address/);
    expect(refused('lib/server/heap/heaps.ts', '../../../routes/+page.svelte')).toMatch(/routes/);
  });
  it('refuses packages that are another layer’s, with and without node: before them', () => {
    for (const source of ['fs', 'node:fs', 'node:fs/promises', 'fs/promises', 'sequelize', 'svelte', 'yup'])
      expect(refused('core/heap/drying.ts', source)).toMatch(/not for core/);
    expect(refused('lib/ui/mix/recipe.ts', 'path')).toMatch(/not for ui/);
    expect(refused('lib/server/heap/heaps.ts', '@sveltejs/kit')).toBeNull();
    expect(refused('lib/server/heap/heaps.ts', '$app/navigation')).toMatch(/not for server/);
    expect(refused('core/heap/drying.test.ts', 'node:fs')).toBeNull();
  });
  it('takes a folder that is named for its index, and holds routes to services and to what lies on a page', () => {
    // Both ways at once would be a circle.
    expect(refused('core/heap/estimate.ts', './kinds')).toBeNull();
    expect(refused('core/heap/state/belief.ts', '../kinds')).toMatch(/stands below/);
    expect(refused('core/heap/kinds/water.ts', '../estimate')).toMatch(/stands below/);
    expect(refused('routes/pour/+page.svelte', '$lib/server/pour/pours')).toMatch(/through its address/);
    expect(refused('routes/pour/+page.server.ts', '$lib/ui/pour/pour-words')).toMatch(/components/);
    expect(refused('routes/pour/+page.server.ts', 'sequelize')).toMatch(/for services/);
    expect(refused('routes/pour/+page.server.ts', '$lib/server/pour/pours')).toBeNull();
  });
  it('knows every folder that there is, and none that there is not', () => {
    const there = readdirSync(SRC, { recursive: true, withFileTypes: true })
      .filter((each) => each.isFile() && /\.(ts|svelte|css)$/.test(each.name))
      .map((each) => relative(SRC, each.parentPath))
      .filter((folder) => /^(core|lib)\//.test(folder));
    expect(Object.values(LAYERS).flat().sort()).toEqual([...new Set(there)].sort());
  });
});
