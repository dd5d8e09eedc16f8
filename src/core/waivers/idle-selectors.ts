import type { Catalog } from '../catalog/catalog.js';
import type { Selector } from '../model/selector.js';
import type { AccountedWaiver, WaiverAccount } from './account.js';
import type { StrayResume } from './waiver.js';

/** The selectors of a waiver that excuse nothing, though they could: without what has expired, has no reason, is refused or names no rule. */
export function idleSelectors({ waiver: { selectors }, isExpired, isReasoned, excused, refused }: AccountedWaiver, catalog: Catalog): Selector[] {
  if (isExpired || !isReasoned) return [];
  return selectors.filter((selector, index) => excused[index] === 0 && refused[index] === null && catalog.select(selector).length > 0);
}

/** The resumes of rules that nothing above them waives. */
export function uselessResumes({ stray }: WaiverAccount, catalog: Catalog): StrayResume[] {
  return stray.map((resume) => ({ ...resume, selectors: resume.selectors.filter((selector) => catalog.select(selector).length > 0) })).filter(({ selectors }) => selectors.length > 0);
}
