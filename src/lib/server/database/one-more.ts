import { literal } from 'sequelize';

/** The version of a record that is written, counted up where it stands; Sequelize types a column by its value alone. */
export const ONE_MORE = literal('version + 1') as unknown as number;
