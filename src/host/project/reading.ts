import type { Notice } from '../../core/cascade/report-base.js';
import { CONCERNS } from '../../core/catalog/concerns.js';
import { withAdopted, type LayerDocument } from '../../core/layers/layer-document.js';
import type { HouseRule } from '../../core/model/house-rule.js';
import type { IntakeDeclaration, LayerFile } from '../../core/model/layer.js';
import type { Problem } from '../../core/model/problem.js';
import type { RuleId } from '../../core/model/rule.js';
import type { IncompletePath } from '../../core/model/scope.js';
import type { Selector } from '../../core/model/selector.js';
import type { Directory } from './tree.js';

const NO_INTAKE: readonly IntakeDeclaration[] = [];

/** What was read for a question: directories, and layer files that belong to none. */
export class Reading {
  /** All layer files, with what they adopt, in the order of reading. */
  readonly documents: readonly LayerDocument[];

  /**
   * @param around what comes before the root's file, or is asked about by itself. @param directories those in question and all around them.
   * @param outer what is wrong with documents that could not be read, and what is only ignored.
   */
  constructor(private readonly around: readonly LayerDocument[], readonly directories: readonly Directory[], private readonly outer: { readonly problems: readonly Problem[]; readonly warnings: readonly Problem[] }) {
    this.documents = withAdopted([...around, ...directories.flatMap(({ document }) => document ?? [])]);
  }

  /** This one with one more document before the root's. */
  with(document: LayerDocument): Reading {
    return new Reading([...this.around, document], this.directories, this.outer);
  }

  /** This one, then what another one has read. */
  and(other: Reading): Reading {
    return new Reading([...this.documents, ...other.documents], this.directories, this.outer);
  }

  /** The logs of other programs that the root's file takes in. */
  get intake(): readonly IntakeDeclaration[] {
    return this.directories.find(({ parent }) => parent === null)?.document?.reading.layer.intake ?? NO_INTAKE;
  }

  /** Whether the root's policy asks for reasons. */
  get needsReasons(): boolean {
    return this.directories.find(({ parent }) => parent === null)?.document?.reading.layer.needsReasons ?? false;
  }

  /** The number of directories with a layer file. */
  get layerFiles(): number {
    return this.directories.filter(({ document }) => document !== null).length;
  }

  /** What is wrong, besides what layer files say. */
  get problems(): Problem[] {
    return [...this.outer.problems, ...this.directories.flatMap(({ problems }) => problems)];
  }

  /** What could not be read. */
  get incomplete(): IncompletePath[] {
    return this.directories.flatMap(({ incomplete }) => incomplete);
  }

  /** What was ignored and may surprise. @param warnings of the layer files. */
  noticesWith(warnings: readonly Problem[]): Notice[] {
    return [
      ...this.directories.flatMap(({ notices }) => notices),
      ...[...this.outer.warnings, ...warnings].map((problem) => ({ problem })),
    ];
  }

  /** The house rules that are declared, and the declarations that contradict an earlier one. */
  houseRules(): { readonly rules: readonly HouseRule[]; readonly twice: readonly Problem[] } {
    const rules = new Map<RuleId, HouseRule>();
    const twice: Problem[] = [];
    for (const rule of this.documents.flatMap(({ reading }) => reading.layer.houseRules)) {
      const first = rules.get(rule.id);
      if (first === undefined) rules.set(rule.id, rule);
      else if (!isSame(first, rule)) twice.push({ file: rule.place.file, place: rule.place, detail: { code: 'house-rule-twice', id: rule.id, first: first.place } });
    }
    return { rules: [...rules.values()], twice };
  }

  /** Whether house rules that are declared elsewhere could change what these layer files mean: a rule is unknown here, or a selector could select some. @param isUnknown whether a selector that selects no rule of Elvar's own may be about house rules. */
  mayNeedHouseRules(isUnknown: (selector: string) => boolean): boolean {
    return this.documents.some(({ reading: { layer, problems } }) => problems.some(({ detail }) => detail.code === 'unknown-rule' && isUnknown(detail.selector)) || hasWideSelector(layer));
  }

  /** The selectors that select no rule of Elvar's own. */
  unknownSelectors(): string[] {
    return this.documents.flatMap(({ reading: { problems } }) => problems.flatMap(({ detail }) => (detail.code === 'unknown-rule' ? [detail.selector] : [])));
  }

  /** The texts that may be shown, by the names in places. */
  texts(): Map<string, string> {
    return new Map([...this.documents.filter(({ isShown }) => isShown).map(({ source, text }) => [source.file, text] as const), ...this.directories.flatMap(({ texts }) => texts)]);
  }
}

function hasWideSelector({ rulings, zones }: LayerFile): boolean {
  return [...rulings, ...zones.flatMap((zone) => zone.rulings)].some(({ selector }) => isWide(selector));
}

/** Whether a selector may select rules not declared yet. */
function isWide(selector: Selector): boolean {
  return selector.kind === 'all' || selector.kind === 'tag' || (selector.kind === 'concern' && !(CONCERNS as readonly string[]).includes(selector.concern));
}

/** A house rule belongs to the whole project; declared twice in the same words, it is one. */
function isSame(a: HouseRule, b: HouseRule): boolean {
  const contents = (rule: HouseRule): string => JSON.stringify(rule, (key, value: unknown) => (key === 'place' ? undefined : value));
  return contents(a) === contents(b);
}
