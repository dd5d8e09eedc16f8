import type { Location } from 'sarif';
import type { Decision } from '../../core/model/statement.js';
import { levelOrigin } from '../text/decision.js';
import { deciderLine } from '../text/decider-line.js';
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
export function deciderOf(decision: Decision): Location | null {
  const decider = deciderLine(decision);
  return decider === null ? null : { message: { text: decider.text }, physicalLocation: lineAt(decider.file, decider.line) };
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
