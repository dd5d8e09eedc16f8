import { h, type ComponentChild } from 'preact';
import { setNames, type ResolvedFile } from '../../core/cascade/resolve-report.js';
import type { RuleSet } from '../../core/model/rule-set.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';
import { fileTree, setsAround, usualSet, type TreeDirectory } from './file-tree.js';
import type { PageFacts } from './page-facts.js';
import { ruleSets } from './rule-sets.js';
import { rulesByPlace } from './rules-by-place.js';

/** The most files that are named in one directory. */
const MOST_FILES = 100;

/** How many marks there are; more rule sets share them, and are told by their names. */
const MARKS = 8;

/** Which rules hold where: the tree with the rule set of each file, each rule set, and the rules that differ. */
export function rulesMap({ report }: PageFacts): ComponentChild {
  const { files, catalog } = report;
  const names = setNames(files);
  const root = fileTree(files);
  const chip = (set: RuleSet): ComponentChild => chipOf(names.get(set) ?? '');
  return h('section', { id: 'map' },
    h('h2', null, 'The map of rules'),
    h('p', null, files.length === 0 ? 'No files are checked.' : `${count(names.size, 'rule set')} for `
      + `${count(files.length, 'file')}. What has the same mark has the same rules; follow it to see them.`),
    files.length === 0 ? null : h('ul', { class: 'tree' }, directory(root, chip, true)),
    ruleSets(files, names, setsAround(root), catalog, chip),
    rulesByPlace(files, catalog));
}

function chipOf(name: string): ComponentChild {
  const number = Number(name.replace('set-', ''));
  return h('a', { class: `chip m${(number - 1) % MARKS}`, href: `#${name}` }, name);
}

/** A directory in which all files have the same rules takes one line. */
function directory(own: TreeDirectory, chip: (set: RuleSet) => ComponentChild, isOpen: boolean): ComponentChild {
  const all = [...own.sets.values()].reduce((sum, number) => sum + number, 0);
  const usual = usualSet(own) as RuleSet;
  const sets = own.sets.size === 1 ? '' : `, ${own.sets.size} rule sets`;
  const title = [h('code', null, own.path === '.' ? 'the root' : `${visible(own.name)}/`), ' ', chip(usual), ' ', h(
    'span', { class: 'faint' }, `${count(all, 'file')}${sets}`,
  )];
  if (own.sets.size === 1) return h('li', null, title);
  const odd = own.files.filter(({ rules }) => rules.set !== usual);
  const plain = own.files.length - odd.length;
  return h('li', null, h('details', { open: isOpen },
    h('summary', null, title),
    h('ul', { class: 'tree' },
      own.directories.map((inner) => directory(inner, chip, false)),
      odd.slice(0, MOST_FILES).map((file) => fileRow(file, chip)),
      odd.length > MOST_FILES
        ? h('li', { class: 'faint' }, `and ${count(odd.length - MOST_FILES, 'more file')} with other rules`)
        : null,
      plain > 0
        ? h('li', null, h('span', { class: 'faint' }, `${count(plain, odd.length === 0 ? 'file' : 'other file')} `), chip(usual))
        : null)));
}

function fileRow({ path, rules: { set } }: ResolvedFile, chip: (set: RuleSet) => ComponentChild): ComponentChild {
  return h('li', null, h('code', null, visible(path.slice(path.lastIndexOf('/') + 1))), ' ', chip(set));
}
