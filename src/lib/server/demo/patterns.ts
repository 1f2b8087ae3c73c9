import { rounded } from '$core/quantity/rounded';
import { writeStl } from '$core/pattern/file/write-stl';
import { lyingAlong } from '$core/pattern/lying';
import type { Triangles } from '$core/pattern/mesh/triangles';
import { newPattern, type PatternRecord } from '$lib/schema/pattern';
import { newMold } from '$lib/schema/session';
import type { Database } from '../database/database';
import { takeMesh } from '../pattern/meshes';
import { createPattern } from '../pattern/patterns';
import { createMold } from '../session/sessions';
import { accepted } from './accepted';
import type { DaysAgo } from './days-ago';
import { drawnPattern } from './drawn-photos';
import { sent } from './sent';
import { benchBracket, gateLatch, pumpHandle, sundialPlate } from './pattern-shapes';

/** When each came into the library, days ago. */
const MADE_DAYS_AGO = [428, 415, 310, 386, 399, 296];

/** The shed's patterns: four as meshes, one put together of solids, one weighed. */
export async function fillPatterns(db: Database, at: DaysAgo): Promise<PatternRecord[]> {
  const meshed = async (file: string, body: Triangles, about: object) => {
    const mesh = await sent(db, writeStl(body), (mesh_file) =>
      takeMesh(db, mesh_file, { unit: 'mm', name: file })
    );
    const { way, parting_mm } = mesh.analysis.drawing;
    const lying = lyingAlong(body, way, parting_mm / 1000);
    const mm = (m: number) => rounded(m * 1000, 3);
    return createPattern(
      db,
      accepted(newPattern, {
        known_by: 'mesh',
        mesh_id: mesh.id,
        draw: { way, parting_mm, stepped: false },
        length_mm: mm(lying.length_m),
        width_mm: mm(lying.width_m),
        height_mm: mm(lying.height_m),
        above_mm: mm(lying.above_m),
        footprint_mm: lying.outline.map(([x, y]) => [mm(x), mm(y)]),
        ...about
      })
    );
  };
  const made = [
    await meshed('gate-latch.stl', gateLatch(), {
      name: 'Gate latch',
      kind: 'flat-back',
      material: 'pla',
      metal: 'aluminium',
      made: 4,
      fillet_mm: 3,
      coats: [
        { what: 'primer', grit: 220, at: at(40), dry_h: 2 },
        { what: 'primer', grit: 400, at: at(39), dry_h: 2 },
        { what: 'wax', at: at(38), dry_h: 0.5 }
      ],
      wear: 'The eye of the second one is chipped.'
    }),
    await meshed('bench-bracket.stl', benchBracket(), {
      name: 'Bench-end bracket',
      kind: 'loose',
      material: 'pine',
      metal: 'aluminium',
      made: 2
    }),
    await meshed('sundial-plate.stl', sundialPlate(), {
      name: 'Sundial plate',
      kind: 'flat-back',
      material: 'resin',
      metal: 'tin-bronze',
      coats: [{ what: 'varnish', at: at(0, -120), dry_h: 12 }]
    }),
    await meshed('pump-handle.stl', pumpHandle(), {
      name: 'Pump handle',
      kind: 'split',
      material: 'hardwood',
      metal: 'aluminium',
      pins: 2,
      carry_over: ['Centre line on both faces', 'Edge of the collar']
    }),
    await createPattern(
      db,
      accepted(newPattern, {
        name: 'Row marker',
        kind: 'flat-back',
        material: 'mdf',
        metal: 'aluminium',
        made: 6,
        known_by: 'solids',
        length_mm: 140,
        width_mm: 30,
        height_mm: 6,
        solids: [
          { shape: 'box', length_mm: 110, width_mm: 12, height_mm: 6 },
          { shape: 'disc', diameter_mm: 30, height_mm: 6 },
          { shape: 'cylinder', diameter_mm: 4, height_mm: 6, hole: true }
        ]
      })
    ),
    await createPattern(
      db,
      accepted(newPattern, {
        name: 'Gnomon',
        kind: 'one-off',
        material: 'foam',
        metal: 'tin-bronze',
        known_by: 'mass',
        pattern_kg: 0.002,
        length_mm: 90,
        width_mm: 60,
        height_mm: 10
      })
    )
  ];
  const ids = made.map(({ id }) => id);
  for (const [i, id] of ids.entries())
    await db.tables.patterns.update({ created_at: at(MADE_DAYS_AGO[i]!) }, { where: { id } });
  await drawnPattern(db, ids[0]!, 'latch');
  await drawnPattern(db, ids[3]!, 'handle');
  return made;
}

/** Two molds for the casting that comes: one is being rammed already. */
export async function planMolds(
  db: Database,
  session_id: number,
  [latch, bracket]: readonly PatternRecord[]
): Promise<void> {
  await createMold(
    db,
    session_id,
    accepted(newMold, {
      flask_id: 1,
      patterns: [{ pattern_id: latch!.id, count: 2 }],
      backing_heap_id: 1,
      metal: 'aluminium'
    })
  );
  await createMold(
    db,
    session_id,
    accepted(newMold, {
      flask_id: 2,
      patterns: [{ pattern_id: bracket!.id, count: 1 }],
      backing_heap_id: 1,
      metal: 'aluminium'
    })
  );
}
