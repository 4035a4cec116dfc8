import type { Id } from '@/core/job/records';
import type { JobState } from '@/client/store/jobStore';
import type { SheetStage } from './sheetSpace';

/** The coverage that a stage shows of a storey; null while there is none of it: that of another stage or storey is not it. */
export const answerFor = (
  { answer }: Pick<JobState, 'answer'>,
  stage: SheetStage,
  storeyId: Id | undefined,
): JobState['answer'] =>
  stage !== 'survey' &&
  answer?.request.storeyId === storeyId &&
  answer?.request.scenario === (stage === 'before' ? 'found' : 'planned')
    ? answer
    : null;
