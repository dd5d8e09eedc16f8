import type { ReportBase } from '../../core/cascade/report-base.js';
import type { ProjectListing } from '../project/project.js';
import type { InspectionQuestion } from '../questions/inspection-question.js';

/** The inspection of files, with what they were listed from. */
export interface ListedQuestion {
  readonly question: InspectionQuestion;
  readonly listing: ProjectListing;
  readonly base: ReportBase;
}
