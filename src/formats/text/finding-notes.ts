import type { Finding } from '../../core/model/finding.js';

/** What another program said besides about a finding: a line for each remark. */
export function noteLines({ notes = [] }: Finding): string[] {
  return notes.map(({ message, path, line }) => {
    const place = path === null ? '' : line === null ? path : `${path}:${line}`;
    return [place, message].filter((part) => part !== '').join(': ');
  }).filter((text) => text !== '').map((text) => `note: ${text}`);
}
