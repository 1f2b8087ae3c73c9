import { QueryTypes, Sequelize } from 'sequelize';
import { expect, it } from 'vitest';
import { up } from './0012-opening';

it('pours of before are carried over; a mold that is still shut stays so until it can be touched', async () => {
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: ':memory:', logging: false });
  const heat = { solid_s: 40, below_400_s: 90, below_60_s: 3000, burnt_mm: 2 };
  await sequelize.query('CREATE TABLE molds (id INTEGER, state TEXT, poured TEXT)');
  for (const [id, state, poured] of [
    [1, 'poured', JSON.stringify({ at: 'then', heat })],
    [2, 'shaken-out', JSON.stringify({ at: 'then', heat })],
    [3, 'planned', null],
    [4, 'poured', JSON.stringify({ at: 'then', heat: { ...heat, below_60_s: null } })]
  ])
    await sequelize.query('INSERT INTO molds VALUES (?, ?, ?)', { replacements: [id, state, poured] });
  await up(sequelize.getQueryInterface());
  const rows = await sequelize.query<{ poured: string | null }>('SELECT poured FROM molds ORDER BY id', {
    type: QueryTypes.SELECT
  });
  const kept = rows.map(({ poured }) => poured && (JSON.parse(poured) as { heat: object }).heat);
  const same = { solid_s: 40, last: 'casting', likely_s: 90, by_hand_s: 3000, burnt_mm: 2 };
  expect(kept).toEqual([
    { ...same, open_s: 3000 },
    { ...same, open_s: 90 },
    null,
    { ...same, open_s: null, by_hand_s: null }
  ]);
  // Done once more it changes nothing.
  await up(sequelize.getQueryInterface());
  const [again] = await sequelize.query<{ poured: string }>('SELECT poured FROM molds WHERE id = 1', {
    type: QueryTypes.SELECT
  });
  expect(JSON.parse(again!.poured)).toEqual({ at: 'then', heat: { ...same, open_s: 3000 } });
  await sequelize.close();
});
