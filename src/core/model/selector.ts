import type { RuleId } from './rule.js';

/** What a ruling applies to: every rule, a concern, the rules with a tag, or one rule. */
export type Selector =
  | { readonly kind: 'all' }
  | { readonly kind: 'concern'; readonly concern: string }
  | { readonly kind: 'tag'; readonly tag: string }
  | { readonly kind: 'rule'; readonly rule: RuleId };

/** What concerns and tags are called, as the source of a regular expression. */
export const NAME = '[a-z][a-z0-9]*(?:-[a-z0-9]+)*';

/**
 * What stands behind a concern and its slash. Names of other programs' rules may begin with a digit, and have several hyphens in
 * a row.
 */
export const RULE_NAME = '[a-z0-9](?:[a-z0-9-]*[a-z0-9])?';
const CONCERN = new RegExp(`^(${NAME})/\\*$`);
const TAG = new RegExp(`^tag:(${NAME})$`);
const RULE = new RegExp(`^${NAME}/${RULE_NAME}$`);

/** Reads a selector from a layer file or a waiver; null if the text is not one. */
export function parseSelector(text: string): Selector | null {
  if (text === '*') return { kind: 'all' };
  const concern = CONCERN.exec(text)?.[1];
  if (concern !== undefined) return { kind: 'concern', concern };
  const tag = TAG.exec(text)?.[1];
  if (tag !== undefined) return { kind: 'tag', tag };
  return RULE.test(text) ? { kind: 'rule', rule: text } : null;
}

/** Writes a selector the way {@link parseSelector} reads it. */
export function formatSelector(selector: Selector): string {
  switch (selector.kind) {
    case 'all':
      return '*';
    case 'concern':
      return `${selector.concern}/*`;
    case 'tag':
      return `tag:${selector.tag}`;
    case 'rule':
      return selector.rule;
  }
}

/** What a selector needs to know about a rule. */
export interface SelectableRule {
  readonly id: RuleId;
  readonly concern: string;
  readonly tags: readonly string[];
}

/** The rules that selectors choose from. */
export interface SelectableRules {
  readonly rules: readonly SelectableRule[];
  /** The rules a selector is about, sorted by id; empty when there is none. */
  select(selector: Selector): readonly SelectableRule[];
}

/** Whether `selector` selects `rule`. */
export function selects(selector: Selector, rule: SelectableRule): boolean {
  switch (selector.kind) {
    case 'all':
      return true;
    case 'concern':
      return rule.concern === selector.concern;
    case 'tag':
      return rule.tags.includes(selector.tag);
    case 'rule':
      return rule.id === selector.rule;
  }
}

const WIDTH: Record<Selector['kind'], number> = { all: 0, concern: 1, tag: 2, rule: 3 };

/** Orders selectors of one `rulings` block: the wider one first, so that the narrower one has the last word. */
export function compareSelectorWidth(a: Selector, b: Selector): number {
  return WIDTH[a.kind] - WIDTH[b.kind];
}
