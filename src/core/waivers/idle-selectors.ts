import type { Selector, SelectableRules } from '../model/selector.js';
import type { AccountedWaiver, WaiverAccount } from './account.js';
import type { StrayResume } from './waiver.js';

/**
 * The selectors of a waiver that excuse nothing although they could: not those that have expired, lack a reason, are refused or
 * name no rule.
 */
export function idleSelectors(
  { waiver: { selectors }, isExpired, isReasoned, excused, refused }: AccountedWaiver, catalog: SelectableRules,
): Selector[] {
  if (isExpired || !isReasoned) return [];
  return selectors.filter((selector, index) =>
    excused[index] === 0 && refused[index] === null && catalog.select(selector).length > 0);
}

/** The resumes of rules that no waiver above them covers. */
export function uselessResumes({ stray }: WaiverAccount, catalog: SelectableRules): StrayResume[] {
  return stray.map(
    (resume) => ({ ...resume, selectors: resume.selectors.filter((selector) => catalog.select(selector).length > 0) }),
  )
    .filter(({ selectors }) => selectors.length > 0);
}
