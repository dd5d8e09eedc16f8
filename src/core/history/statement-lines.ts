import type { Place } from '../base/place.js';
import { FREEDOMS } from '../model/freedom.js';
import type { Statement } from '../model/statement.js';

/** The lines on which a statement stands, that of its selector first: each of its parts may have one of its own. */
export function linesOfStatement(statement: Statement): Place[] {
  const { place, level, options, guard } = statement;
  if (place === null) return [];
  const parts = [
    place,
    level?.place,
    ...options.map((option) => option.place),
    ...FREEDOMS.map((name) => statement[name]?.place),
    guard?.place,
  ];
  const lines = new Map(
    parts.flatMap((part) => (part === undefined || part === null ? [] : [[`${part.file}:${part.line}`, part] as const])),
  );
  return [...lines.values()];
}
