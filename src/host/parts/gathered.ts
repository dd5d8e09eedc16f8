import type { FittingParts, PartOutcome, PartStamp } from '../../core/inspect/part-record.js';
import type { IncompletePath } from '../../core/model/scope.js';
import type { ListedFile } from '../project/project.js';
import { differenceOf } from './fit-parts.js';
import { readOutcome } from './outcome.js';
import { partOf } from './part-of.js';
import type { InspectedFile } from '../questions/inspection-question.js';

/** What the parts of a check tell about the files of a project. */
interface Gathered {
  /** Parts that are missing, or do not fit. */
  readonly incomplete: readonly IncompletePath[];
  /** Whether a path belongs to a part that is there. */
  readonly isIn: (own: string) => boolean;
  /** What came of files. */
  readonly found: (files: readonly ListedFile[]) => readonly Pick<InspectedFile, 'index' | 'outcome'>[];
}

/** Takes together the parts of a check. @param here what the check would be here: parts of anything else are left out. */
export function gathered({ stamp, of, parts, unfit }: FittingParts, here: PartStamp): Gathered {
  const why = differenceOf(stamp, here, 'the project here');
  const used = why === null ? parts : new Map<number, never>();
  const left = [...unfit, ...(why === null ? [] : [...parts.values()].map(({ name }) => ({ name, why })))];
  const missing = Array.from({ length: of }, (_, index) => index + 1).filter((number) => !parts.has(number));
  const outcomes = new Map<string, PartOutcome>(
    [...used.values()].flatMap(({ record }) => record.outcomes.map((outcome) => [outcome.path, outcome] as const)),
  );
  return {
    incomplete: [
      ...left.map(({ name, why: reason }): IncompletePath => ({ path: name, reason: { code: 'part-unfit', why: reason } })),
      ...missing.map((number): IncompletePath => ({ path: `part ${number} of ${of}`, reason: { code: 'part-missing' } })),
    ],
    isIn: (own) => used.has(partOf(own, of)),
    found: (files) => files.map(({ path }, index) => {
      const written = outcomes.get(path);
      return { index, outcome: (written === undefined ? null : readOutcome(written)) ?? { givenUp: { code: 'not-in-part' } } };
    }),
  };
}
