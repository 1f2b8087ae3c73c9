import { QueryTypes, type QueryInterface } from 'sequelize';

export const name = '0012-opening';

interface Before {
  solid_s: number | null;
  below_400_s: number | null;
  below_60_s: number | null;
}

/**
 * A mold used to be opened by its casting alone, under 400 °C. What was worked out so is carried over for molds that are
 * open; one that is still shut is left so until it can be touched, since nobody knows its sprue and basin any more.
 */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const { sequelize } = queryInterface;
  const molds = await sequelize.query<{ id: number; state: string; poured: string }>(
    'SELECT id, state, poured FROM molds WHERE poured IS NOT NULL',
    { type: QueryTypes.SELECT }
  );
  for (const { id, state, poured } of molds) {
    // Written by the version before.
    const kept = JSON.parse(poured) as { heat: Before } | null;
    if (!kept || !('below_400_s' in kept.heat)) continue;
    const { below_400_s, below_60_s, ...rest } = kept.heat;
    const heat = {
      ...rest,
      last: 'casting',
      likely_s: below_400_s,
      open_s: state === 'poured' ? below_60_s : below_400_s,
      by_hand_s: below_60_s
    };
    await sequelize.query('UPDATE molds SET poured = ? WHERE id = ?', {
      replacements: [JSON.stringify({ ...kept, heat }), id]
    });
  }
}
