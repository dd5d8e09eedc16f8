import type { ArtifactLocation, PhysicalLocation, Region } from 'sarif';
import type { Finding } from '../../core/model/finding.js';

/** What all paths are relative to (SARIF 2.1.0, section 3.14.14). */
export const ROOT_BASE = '%SRCROOT%';

let latest: { readonly path: string; readonly location: ArtifactLocation } | null = null;

/** A path in a log. Findings of one file come one after another. */
export function artifactAt(path: string): ArtifactLocation {
  if (latest?.path !== path) latest = { path, location: { uri: uriOf(path), uriBaseId: ROOT_BASE } };
  return latest.location;
}

/**
 * A path relative to the root as a relative reference (RFC 3986, section 4.2): a colon in its first step would look like a
 * scheme.
 */
function uriOf(path: string): string {
  const uri = path.split('/').map((step) => encodeURIComponent(step.replace(/\p{Surrogate}/gu, '\ufffd'))).join('/');
  return uri.replace(/%(?:2B|2C|3D|40|24)/g, decodeURIComponent);
}

/** A line of a file. @param line from 1. */
export function lineAt(path: string, line: number): PhysicalLocation {
  return { artifactLocation: artifactAt(path), region: { startLine: line } };
}

/** The place of a finding, with its code and the line around it. */
export function placeOf({ path, span, code }: Finding): PhysicalLocation {
  const { start, end } = span;
  const region: Region = { startLine: start.line, startColumn: start.column, endLine: end.line, endColumn: end.column };
  const isOneLine = start.line === end.line;
  const part = code.text.slice(start.column - code.column, end.column - code.column);
  // Of a long line only a part is known.
  if (isOneLine && part.length === end.column - start.column) region.snippet = { text: part };
  const isWhole = code.column === 1 && !code.isCut;
  return {
    artifactLocation: artifactAt(path),
    region,
    ...(isOneLine && isWhole && part !== code.text && { contextRegion: { startLine: start.line, snippet: { text: code.text } } }),
  };
}
