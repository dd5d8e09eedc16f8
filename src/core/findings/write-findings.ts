import type { FileFindings } from './file-findings.js';
import { FindingsWriter, type AboutFile } from './findings-writer.js';
import { Fingerprints } from './fingerprint.js';
import type { FoundFinding, FoundFindings } from './found-finding.js';

/** Writes down the findings of a look, which are in text order. */
export function writeFindings({ all, text }: FoundFindings, about: AboutFile): FileFindings {
  const writer = new FindingsWriter(all.length);
  const prints = new Fingerprints(text);
  for (let at = 0; at < all.length; at += 1) writer.addFound(all[at] as FoundFinding, text, prints);
  return writer.finish(about);
}
