/**
 * The order that imports must follow, and the ESLint rule that holds it: a file may import from its own folder and
 * from those that stand before it here, never from one that stands after. So no two folders can need each other.
 */
import { existsSync } from 'node:fs';
import { builtinModules } from 'node:module';
import { dirname, join, relative, resolve, sep } from 'node:path';
import { fileURLToPath } from 'node:url';

const SRC = fileURLToPath(new URL('../../src', import.meta.url));

/** Layers from the bottom, and in each its folders from the bottom. The routes stand on all of them. */
export const LAYERS = {
  core: [
    'core/time',
    'core/reference',
    'core/quantity',
    'core/material',
    'core/metal',
    'core/heat',
    'core/bench/formula',
    'core/bench/tests',
    'core/judge',
    'core/trial',
    'core/bench',
    'core/bench/testing',
    'core/heap/state',
    'core/heap/kinds',
    'core/heap',
    'core/mix',
    'core/pattern/mesh',
    'core/pattern/shape',
    'core/pattern/file',
    'core/pattern/draw',
    'core/pattern',
    'core/mold',
    'core/freeze',
    'core/forecast',
    'core/session',
    'core/plan/steps',
    'core/plan',
    'core/trainer',
    'core/handbook',
    'core/handbook/formula'
  ],
  schema: ['lib/schema'],
  server: [
    'lib/server',
    'lib/server/database/migrations',
    'lib/server/database',
    'lib/server/testing',
    'lib/server/settings',
    'lib/server/access',
    'lib/server/file',
    'lib/server/worker',
    'lib/server/http',
    'lib/server/day',
    'lib/server/shelf',
    'lib/server/bench',
    'lib/server/device',
    'lib/server/session',
    'lib/server/solver',
    'lib/server/stock',
    'lib/server/flask',
    'lib/server/alloy',
    'lib/server/pattern',
    'lib/server/heap',
    'lib/server/records',
    'lib/server/mold',
    'lib/server/pour',
    'lib/server/shake-out',
    'lib/server/trial',
    'lib/server/recondition',
    'lib/server/member',
    'lib/server/plan',
    'lib/server/calendar',
    'lib/server/journal',
    'lib/server/branch',
    'lib/server/trainer',
    'lib/server/handbook',
    'lib/server/year',
    'lib/server/calculator',
    'lib/server/casting',
    'lib/server/figure',
    'lib/server/record',
    'lib/server/form',
    'lib/server/threads',
    'lib/server/demo'
  ],
  workers: ['lib/workers'],
  ui: [
    'lib/ui',
    'lib/ui/theme',
    'lib/ui/testing',
    'lib/ui/caution',
    'lib/ui/toast',
    'lib/ui/date',
    'lib/ui/term',
    'lib/ui/page',
    'lib/ui/figure',
    'lib/ui/device',
    'lib/ui/draft',
    'lib/ui/outbox',
    'lib/ui/timer',
    'lib/ui/field',
    'lib/ui/work',
    'lib/ui/step',
    'lib/ui/container',
    'lib/ui/entry',
    'lib/ui/chart',
    'lib/ui/temper',
    'lib/ui/bench',
    'lib/ui/mix',
    'lib/ui/heap',
    'lib/ui/ledger',
    'lib/ui/stock',
    'lib/ui/pattern',
    'lib/ui/flask',
    'lib/ui/mold',
    'lib/ui/pour',
    'lib/ui/freeze',
    'lib/ui/shake-out',
    'lib/ui/trial',
    'lib/ui/recondition',
    'lib/ui/member',
    'lib/ui/journal',
    'lib/ui/year',
    'lib/ui/branch',
    'lib/ui/trainer',
    'lib/ui/handbook',
    'lib/ui/plan',
    'lib/ui/session',
    'lib/ui/palette',
    'lib/ui/frame'
  ]
};

/** Packages that a layer may take; what is not named here is free to all. */
const PACKAGES = {
  node: {
    names: [...builtinModules, 'sequelize', 'sqlite3', 'umzug', 'highs', 'qrcode', 'sharp'],
    layers: ['server']
  },
  interface: {
    names: ['svelte', '$app', '$env', '@sveltejs', '@skeletonlabs', '@lucide', '@tanstack', 'echarts'],
    layers: ['ui']
  },
  schema: { names: ['yup'], layers: ['schema', 'server', 'ui'] }
};
/** What SvelteKit is to a service: types and refusals of its requests, nothing of a page. */
const SERVER_MAY = ['@sveltejs/kit', '$app/environment'];

const FOLDERS = Object.entries(LAYERS).flatMap(([layer, folders]) =>
  folders.map((folder) => ({ layer, folder }))
);
const ORDER = Object.keys(LAYERS);

/**
 * Where a file stands: its layer and its place in the order; null for what is none of these layers'. A folder that is
 * imported by its name stands for its index.
 */
export function placeOf(file) {
  const named = relative(SRC, file).split(sep).join('/');
  const folder =
    FOLDERS.some((each) => each.folder === named) && !existsSync(`${file}.ts`)
      ? named
      : relative(SRC, dirname(file)).split(sep).join('/');
  const place = FOLDERS.findIndex((each) => each.folder === folder);
  if (place >= 0) return { ...FOLDERS[place], place };
  const layer = ORDER.find((name) => folder === `lib/${name}` || folder.startsWith(`lib/${name}/`));
  if (folder === 'core' || folder.startsWith('core/')) return { layer: 'core', folder, place: -1 };
  return layer ? { layer, folder, place: -1 } : null;
}

/** The file that an import of this source names; null for a package. */
function target(source, file) {
  if (source.startsWith('.')) return resolve(dirname(file), source);
  const [alias, ...rest] = source.split('/');
  if (alias === '$core') return join(SRC, 'core', ...rest);
  if (alias === '$lib') return join(SRC, 'lib', ...rest);
  return null;
}

/** Why this import may not stand in this file; null where it may. */
export function wrong(source, file) {
  const test = /\.test\.ts$/.test(file);
  const from = placeOf(file);
  if (!from) return relative(SRC, file).startsWith('routes') ? wrongInRoute(source, file) : null;
  if (from.place < 0) return `${from.folder} has no place in the order of folders (scripts/lint/layers.mjs).`;
  const path = target(source, file);
  if (path === null) {
    const bare = source.replace(/^node:/, '');
    for (const { names, layers } of Object.values(PACKAGES)) {
      const named = names.some((name) => bare === name || bare.startsWith(`${name}/`));
      if (!named || layers.includes(from.layer)) continue;
      if (from.layer === 'server' && SERVER_MAY.includes(source)) continue;
      // Tests run in Node: they may read the clock or the disk.
      if (test && builtinModules.includes(bare)) continue;
      return `${source} is not for ${from.layer}: it is for ${layers.join(', ')}.`;
    }
    return null;
  }
  if (relative(SRC, path).startsWith('routes')) return `Nothing below the routes knows of them.`;
  const to = placeOf(path);
  if (!to) return null;
  if (from.layer === 'ui' && to.layer === 'server')
    return 'Components reach the server only through its address.';
  if (ORDER.indexOf(to.layer) > ORDER.indexOf(from.layer))
    return `${from.layer} may not import from ${to.layer}.`;
  // A test may set its scene with what stands above what it tests, within its own layer.
  if (to.place > from.place && !test)
    return `${from.folder} stands below ${to.folder}: imports point only downward.`;
  return null;
}

/**
 * Why a route may not import this; null where it may. A page is made of what lies on the page, an endpoint of services; SQL
 * and the machine are the services' own.
 */
function wrongInRoute(source, file) {
  const of_server = /\.server\.ts$|\+server\.ts$/.test(file);
  const path = target(source, file);
  if (path === null) {
    const bare = source.replace(/^node:/, '');
    const { names } = PACKAGES.node;
    return names.some((name) => bare === name || bare.startsWith(`${name}/`))
      ? `${source} is for services: a route calls one.`
      : null;
  }
  const to = placeOf(path);
  if (!of_server && to?.layer === 'server') return 'A page reaches the server only through its address.';
  if (of_server && to?.layer === 'ui') return 'What the server answers knows nothing of components.';
  return null;
}

export const layers = {
  meta: { type: 'problem', schema: [], messages: { wrong: '{{why}}' } },
  create(context) {
    const check = (node) => {
      const source = node?.type === 'TSLiteralType' ? node.literal : node;
      if (typeof source?.value !== 'string') return;
      const why = wrong(source.value, context.filename);
      if (why) context.report({ node: source, messageId: 'wrong', data: { why } });
    };
    return {
      ImportDeclaration: ({ source }) => check(source),
      ExportNamedDeclaration: ({ source }) => check(source),
      ExportAllDeclaration: ({ source }) => check(source),
      ImportExpression: ({ source }) => check(source),
      TSImportType: ({ source, argument }) => check(source ?? argument)
    };
  }
};
