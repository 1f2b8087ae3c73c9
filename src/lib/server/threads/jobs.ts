import { possibleMixes } from '$core/mold/possible-mixes';
import { trialSize } from '$core/trial/size';
import { busyInFile } from '../calendar/calendar-job';
import { meshInFile } from '../pattern/mesh-job';
import { moldHeat } from '../pour/heat-job';
import type { Job, JobName } from '../worker/job';

/** What is done in threads: whatever reads what somebody sent, and what takes longer than others should wait. */
export const JOBS = {
  mesh: meshInFile,
  calendar: busyInFile,
  molds: possibleMixes,
  heat: moldHeat,
  trial: trialSize
} satisfies Record<JobName, Job>;
