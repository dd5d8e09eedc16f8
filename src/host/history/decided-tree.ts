import { INTERPRETER_WINDOW, languageOfScript } from '../../core/scope/interpreter.js';
import type { Decisions } from '../../core/history/rule-turns.js';
import type { Problem } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import { LayerError } from '../files/errors.js';
import type { Overlay } from '../files/overlay.js';
import { overlayOfTree } from '../git/revision.js';
import type { Blobs, TreeAt } from '../git/tree-at.js';
import type { Location } from '../project/locate.js';
import type { Session } from '../session/session.js';

/** What the layer files of one commit decide about a path. */
export interface DecidedTree {
  /** Empty if the layer files are wrong. */
  readonly decisions: Decisions;
  /** What is wrong with the layer files; null if nothing is. */
  readonly problems: readonly Problem[] | null;
  /** The last days of all rulings, in order. */
  readonly lastDays: readonly string[];
  /**
   * The files that were asked for, relative to the root, whether or not there were any. If none of them changes, nothing of this
   * does.
   */
  readonly asked: ReadonlySet<string>;
  /** Whether it depends on which directories have layer files. */
  readonly asksAll: boolean;
}

/** What decides at a commit. */
interface DecidingContext {
  readonly session: Session;
  readonly tree: TreeAt;
  readonly blobs: Blobs;
  /** The rule in question, if there is one: it may be a house rule that is declared anywhere. */
  readonly rule: RuleId | null;
  /** Gets each file outside the commits that is read, such as an installed preset. */
  readonly reads: (absolute: string) => void;
}

/**
 * Decides about a path by the layer files of a commit.
 * @param own the path at that time.
 * @param day the day that decides what has expired.
 */
export function decideTree({ session, tree, blobs, rule, reads }: DecidingContext, own: string, day: string): DecidedTree {
  const asked = new Set<string>();
  let asksAll = false;
  const { textAt, layerDirectories } = overlayOfTree(session.root, tree, blobs, (file) => asked.add(file));
  const overlay: Overlay = {
    textAt: (absolute) => {
      const text = textAt(absolute);
      if (text === undefined) reads(absolute);
      return text;
    },
    layerDirectories: () => {
      asksAll = true;
      return layerDirectories?.() ?? [];
    },
  };
  try {
    const project = session.with({ overlay, today: day }).read({ locate: [own], names: rule === null ? [] : [rule] });
    const { directory, name } = project.locations[0] as Location;
    let language = directory.languages.languageOf(name);
    if (language === null) {
      asked.add(own);
      language = languageOfScript(blobs.textOf(tree.blobOf(own) ?? '', own).slice(0, INTERPRETER_WINDOW));
    }
    const { decisions } = project.deciding.rulesIn(directory).rulesFor(name, language, project.deciding.resolver);
    return { decisions, problems: null, lastDays: lastDaysOf(decisions), asked, asksAll };
  } catch (error) {
    if (!(error instanceof LayerError)) throw error;
    return { decisions: new Map(), problems: error.problems, lastDays: [], asked, asksAll };
  }
}

function lastDaysOf(decisions: Decisions): string[] {
  const days = new Set<string>();
  for (const { trail } of decisions.values()) {
    for (const { statement: { until } } of trail) if (until !== null) days.add(until);
  }
  return [...days].sort();
}
