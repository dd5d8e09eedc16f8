import type { SarifLocation, SarifResult } from './sarif-schema.js';

/** The keys of a result that are looked at here; with any other that is read, the schema has to look. */
const OTHERS = ['rule', 'kind', 'suppressions', 'baselineState'] as const;

/**
 * Whether a result is certainly right by the schema: nearly all of a log are alike, and looking at 100,000 with the schema, which
 * copies them, takes longer than parsing them. False says nothing.
 */
export function isUsualResult(data: unknown): data is SarifResult {
  if (!isObject(data) || OTHERS.some((key) => data[key] !== undefined)) return false;
  const { ruleId, ruleIndex, level, message, locations, relatedLocations } = data;
  return isOptional(ruleId, 'string') && isOptionalIndex(ruleIndex, -1)
    && (level === undefined || level === 'warning' || level === 'error' || level === 'note' || level === 'none')
      && isMessage(message) && areLocations(locations) && areLocations(relatedLocations);
}

type Fields = Readonly<Record<string, unknown>>;

function isObject(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function isOptional(value: unknown, type: 'string'): boolean {
  return value === undefined || typeof value === type;
}

function isOptionalIndex(value: unknown, least: number): boolean {
  return value === undefined || (Number.isSafeInteger(value) && value as number >= least);
}

function isMessage(value: unknown): boolean {
  return isObject(value) && isOptional(value['text'], 'string')
    && isOptional(value['markdown'], 'string') && value['id'] === undefined && value['arguments'] === undefined;
}

function areLocations(value: unknown): value is readonly SarifLocation[] | undefined {
  return value === undefined || (Array.isArray(value) && value.every(isLocation));
}

function isLocation(value: unknown): boolean {
  if (!isObject(value)) return false;
  const { message, physicalLocation } = value;
  if (message !== undefined && !isMessage(message)) return false;
  if (physicalLocation === undefined) return true;
  if (!isObject(physicalLocation)) return false;
  const { artifactLocation, region } = physicalLocation;
  return (artifactLocation === undefined || isArtifactLocation(artifactLocation)) && (region === undefined || isRegion(region));
}

function isArtifactLocation(value: unknown): boolean {
  return isObject(value)
    && isOptional(value['uri'], 'string') && isOptional(value['uriBaseId'], 'string') && isOptionalIndex(value['index'], -1);
}

function isRegion(value: unknown): boolean {
  return isObject(value) && isOptionalIndex(value['startLine'], 1)
    && isOptionalIndex(value['startColumn'], 1) && isOptionalIndex(value['endLine'], 1) && isOptionalIndex(value['endColumn'], 1)
      && isOptionalIndex(value['charOffset'], -1) && isOptionalIndex(value['charLength'], 0);
}
