import type { Location } from 'sarif';
import type { Decision } from '../../core/model/statement.js';
import { levelOrigin } from '../text/decision.js';
import { formatSource } from '../text/origin.js';
import { lineAt } from './place.js';

/** Numbers the decisions behind findings, each once: thousands of findings share a trail. */
export class Decisions {
  private readonly numbers = new Map<Decision, number>();
  /** What the document says of each. */
  readonly all: object[] = [];

  numberOf(decision: Decision): number {
    let number = this.numbers.get(decision);
    if (number === undefined) {
      this.numbers.set(decision, (number = this.all.length));
      this.all.push(trailOf(decision));
    }
    return number;
  }
}

/** The line that decided the level, as a related location; null if no line did. */
export function deciderOf({ trail, by }: Decision): Location | null {
  const statement = trail[by]?.statement;
  // Where a setting of the command line stands, no file says.
  if (statement === undefined || statement.place === null || statement.kind === 'set') return null;
  // Of a preset from elsewhere, the line that adopts it is the nearest in the project.
  const place = [statement.place, ...statement.layer.through.toReversed()].find(({ file }) => isInProject(file));
  return place === undefined ? null : { message: { text: `The level is decided by ${formatSource(statement)}.` }, physicalLocation: lineAt(place.file, place.line) };
}

/** Whether a file is one of the project: presets from elsewhere have an address, the personal layer a path from the top. */
function isInProject(file: string): boolean {
  return !/^(?:[a-z][a-z+]+:|\/|\.\.\/|~)/.test(file);
}

function trailOf(decision: Decision): object {
  const { rule, level, trail, by } = decision;
  return {
    rule,
    level,
    why: levelOrigin(decision),
    by,
    trail: trail.map(({ statement: { kind, layer, place, selector, zone, level: own, because, until }, effect }) => ({
      kind,
      layer: layer.id,
      ...(place !== null && kind !== 'set' && { file: place.file, line: place.line }),
      ...(selector !== null && { selector }),
      ...(zone !== null && { zone: zone.name ?? `line ${zone.place.line}` }),
      ...(own !== null && { level: own.value }),
      ...(because !== null && { because }),
      ...(until !== null && { until }),
      effect,
    })),
  };
}
