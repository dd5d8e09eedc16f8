import type { FileFindings } from '../../src/core/findings/file-findings.js';
import { findingsIn } from '../../src/core/findings/finding-list.js';
import { inspectFile, type Tools } from '../../src/core/inspect/inspect-file.js';
import type { SourceText } from '../../src/core/base/source-text.js';
import type { Finding } from '../../src/core/model/finding.js';
import type { RuleSet } from '../../src/core/model/rule-set.js';

/** What rules find in a text, the findings one by one. */
export function inspect(text: SourceText, set: RuleSet, tools: Tools): FileFindings & { readonly findings: readonly Finding[] } {
  const found = inspectFile(text, set, tools);
  return { ...found, findings: findingsIn(found, text.path, set).all };
}
