import { defineRule } from '../../finders/rule.js';
import type { ProjectHit } from '../../finders/finder.js';
import { offeringFiles, openPackages, packageOf } from '../../facts/entries.js';
import { isDeclared, isImported, type Declaration, type FileFacts } from '../../facts/facts.js';
import { aliasTakersOf, takersOf, type Taker } from '../../facts/modules.js';
import { stemOf } from '../../facts/paths.js';
import { howMade, type ProjectFacts } from '../../facts/project.js';
import { usageIn } from '../../facts/usage.js';
import { hashOf } from '../../facts/word-hash.js';
import type { Confidence } from '../../model/rule.js';
import { bad, good } from '../../finders/examples.js';
import { byProject, inLanguages, NO_HITS } from '../../finders/hits.js';
import { nameTest } from '../../finders/name-patterns.js';
import { freeNames, type FreeNames } from '../../finders/options.js';

export default defineRule({
  id: 'dead/export',
  title: 'Every export is used',
  about:
    'What a module exports has to be kept as it is for the sake of others; for what nobody takes, that is effort for nothing.',
  advice: 'Delete it; the version history keeps it. If the package offers it to others, name the file in its manifest; if a '
    + 'framework takes it by its name, list that in the option free.',
  tags: ['leftover'],
  confidence: 'certain',
  options: { free: freeNames() },
  find: { languages: inLanguages('javascript typescript', byProject(findUntaken)) },
  examples: [
    good('javascript', 'export function moor() {}\n', {
      file: 'quay.js', others: { 'main.js': "import { moor } from './quay.js';\nmoor();\n" },
    }),
    bad('javascript', 'export function moor() {}\nexport const tide = 1;\n', '2:14-18 nobody takes tide, which is exported', {
      file: 'quay.js', others: { 'main.js': "import { moor } from './quay.js';\nmoor();\n" },
    }),
    bad('javascript', 'export const low = 1;\nexport const high = 2;\n', '2:14 [likely] nobody takes high, which is exported', {
      file: 'boats/tide.js',
      others: {
        'boats/package.json': '{ "name": "boats", "exports": "./main.js" }\n',
        'boats/main.js': "import { low } from './tide.js';\nexport const least = low;\n",
      },
    }),
    good('javascript', 'export const layout = 1;\n', { file: 'quay.js', options: { free: ['layout'] } }),
    bad(
      'javascript',
      'module.exports = { moor, sail };\nfunction moor() {}\nfunction sail() {}\n',
      '1:26 nobody takes sail, which is exported',
      { file: 'quay.js', others: { 'main.js': "const quay = require('./quay');\nquay.moor();\n" } },
    ),
    good('typescript', 'export interface Berth { length: number }\n', {
      file: 'lib/index.ts', others: { 'package.json': '{ "main": "./lib/index.js" }\n' },
    }),
    bad(
      'typescript',
      'export interface Berth { length: number }\nexport default function moor(): void {}\n',
      ['1:18-23 nobody takes Berth, which is exported', '2:25-29 [likely] nobody takes what this file exports by default'],
      { file: 'quay.ts', others: { 'main.ts': "import './quay.js';\n" } },
    ),
  ],
});

/** What each file exports, and nobody takes. */
function findUntaken(file: FileFacts, project: ProjectFacts, { free }: FreeNames): readonly ProjectHit[] {
  const isFree = nameTest(free);
  const exported = file.declarations.filter((declared) => isDeclared(declared, 'exported')
    && !isDeclared(declared, 'called') && !isDeclared(declared, 'usedInside') && !isFree(declared.text));
  if (exported.length === 0 || offeringFiles(project).has(file.path)) return NO_HITS;
  const takers = takersOf(project).get(file.path) ?? [];
  const aliases = aliasTakersOf(project).get(nameOf(file.path)) ?? [];
  return exported.flatMap((declared): ProjectHit[] => {
    const taken = [...takers, ...aliases].map((taker) => takenBy(taker, declared, file, project));
    if (taken.includes('taken')) return [];
    const message = isDeclared(declared, 'standard')
      ? 'nobody takes what this file exports by default'
      : `nobody takes ${declared.text}, which is exported`;
    const [start, end] = [
      declared.start,
      isDeclared(declared, 'standard') ? Math.min(declared.end, declared.start + LONGEST_MARK) : declared.end,
    ];
    return [{
      start,
      end,
      message,
      confidence: taken.includes('unsure') || file.is('damaged') ? 'possible' : sureness(declared, file, project),
    }];
  });
}

/** An expression that is exported may be long. */
const LONGEST_MARK = 80;

/** How a module is called in an import: by its directory, if it is the one that stands for it. */
function nameOf(path: string): string {
  const stem = stemOf(path);
  return stem === 'index' ? (path.split('/').at(-2) ?? stem) : stem;
}

/** Whether an import takes a name. @param owner the file that exports it. */
function takenBy(
  { file, taken }: Taker, declared: Declaration, owner: FileFacts, project: ProjectFacts,
): 'taken' | 'unsure' | 'not' {
  const { name } = declared;
  if (taken.names.includes(name)) return 'taken';
  if (!isImported(taken, 'whole')) return 'not';
  // Who passes all of it on, has others use it.
  if (isImported(taken, 'passedOn')
    ? isTakenFrom(file, name, { owner, seen: new Set([owner.path]) }, project)
    : file.countOf(name) > 0) return 'taken';
  // What is loaded as a whole, and goes elsewhere, is used by its default if it has one.
  if (isDeclared(declared, 'standard')) return isImported(taken, 'escapes') || file.countOf(DEFAULT) > 0 ? 'taken' : 'not';
  if (!isImported(taken, 'escapes')) return 'not';
  // Whoever gets all of a module may use all of it; of one that is loaded late, most often one name is.
  return isImported(taken, 'late') ? 'unsure' : 'taken';
}

/**
 * Whether somebody else than its owner takes a name from a file that passes on all that another exports.
 * @param way the owner, and the files on the way.
 */
function isTakenFrom(
  { path }: FileFacts, name: number, way: { readonly owner: FileFacts; readonly seen: Set<string> }, project: ProjectFacts,
): boolean {
  if (way.seen.has(path)) return false;
  way.seen.add(path);
  return (takersOf(project).get(path) ?? []).some(({ file, taken }) => {
    if (file === way.owner) return false;
    // A file on the way may take the name by itself, besides.
    if (taken.names.includes(name)) return true;
    return isImported(taken, 'whole')
      && (isImported(taken, 'passedOn') ? isTakenFrom(file, name, way, project) : file.countOf(name) > 0);
  });
}

const DEFAULT = hashOf('default');

function sureness(declared: Declaration, file: FileFacts, project: ProjectFacts): Confidence {
  const { uses, isMentioned } = usageIn(project).of(declared.name, file.family);
  const manifest = packageOf(project, file);
  const isForOthers = manifest !== null && !manifest.is('internal');
  if (isForOthers
      && (openPackages(project).has(manifest.path) || (!manifest.is('closed') && !takersOf(project).has(file.path)))) {
    return 'possible';
  }
  if (isDeclared(declared, 'standard')) return takersOf(project).has(file.path) ? 'likely' : 'possible';
  if (isMentioned || howMade(project, declared.text) !== 'no') return 'possible';
  return uses > 0 || isForOthers ? 'likely' : 'certain';
}
