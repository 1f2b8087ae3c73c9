import * as firstTables from './0001-first-tables';
import * as readings from './0002-readings';
import * as lotTests from './0003-lot-tests';
import * as actsSessionsMembers from './0004-acts-sessions-members';
import * as simulated from './0005-simulated';
import * as flasks from './0006-flasks';
import * as patterns from './0007-patterns';
import * as pours from './0008-pours';
import * as plansAndLearning from './0009-plans-and-learning';
import * as patternsInTheJournal from './0010-patterns-in-the-journal';
import * as versions from './0011-versions';
import * as opening from './0012-opening';
import * as trials from './0013-trials';

/** Every migration in order. One that has been released is never changed, only followed by another. */
export const migrations = [
  firstTables,
  readings,
  lotTests,
  actsSessionsMembers,
  simulated,
  flasks,
  patterns,
  pours,
  plansAndLearning,
  patternsInTheJournal,
  versions,
  opening,
  trials
];
