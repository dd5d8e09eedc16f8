import path from 'node:path';
import { CATALOG_LAYER } from '../../core/cascade/decide-rule.js';
import { refusedSettings } from '../../core/cascade/refused-settings.js';
import { COMMAND_LINE_LAYER } from '../../core/layers/bind/command-line.js';
import type { LanguageId } from '../../core/base/language.js';
import type { Explanation } from '../../core/cascade/explanation.js';
import type { ScopeSettings } from '../../core/model/layer.js';
import type { IncompletePath, SkippedPath } from '../../core/model/scope.js';
import { UsageError } from '../files/errors.js';
import { fileAbove } from '../files/target-path.js';
import type { Location } from './locate.js';
import type { Project } from './project.js';
import { noteSkipped } from './reading-notes.js';
import { scriptLanguage } from '../files/script-language.js';
import { readSource } from '../files/source-file.js';

/**
 * Explains the only path that was located in a project; it need not exist.
 * @throws UsageError if it is a directory.
 * @param typed as typed.
 */
export function explainPath(project: Project, root: string, typed: string): Explanation {
  const [location] = project.locations as [Location];
  const { path: own, directory, name } = location;
  if (own === '' || location.kind === 'directory') throw new UsageError({ code: 'needs-file', path: typed });
  const { deciding, catalog } = project;
  const incomplete = [...project.incomplete];
  const language = directory.languages.languageOf(name)
    ?? (location.kind === 'file' ? scriptLanguage(path.join(root, own)) : null);
  const inDirectory = deciding.rulesIn(directory);
  const rules = inDirectory.rulesFor(name, language, deciding.resolver);
  const refusals = deciding.commandLine.length === 0 ? [] : refusedSettings([{ language, rules }], catalog);
  return {
    path: own,
    exists: location.kind !== undefined,
    language,
    skipped: whySkipped(root, location, project.settings, language, incomplete),
    layers: [CATALOG_LAYER, ...inDirectory.stack.layers, ...(deciding.commandLine.length > 0 ? [COMMAND_LINE_LAYER] : [])],
    rules,
    everywhere: deciding.resolver.decide(project.rootRules().stack, []),
    catalog,
    usesStarter: project.usesStarter,
    incomplete,
    notices: [...project.notices(), ...refusals.map((refusal) => ({ refusal }))],
  };
}

/** @throws UsageError if the path cannot exist. */
export function needPossible(own: string, root: string, typed: string): void {
  const above = fileAbove(own, root);
  if (above !== null) throw new UsageError({ code: 'below-a-file', path: typed, above });
}

function whySkipped(
  root: string, location: Location, settings: ScopeSettings, language: LanguageId | null, incomplete: IncompletePath[],
): SkippedPath | null {
  const { path: own, kind, exclusion } = location;
  if (exclusion !== null) return { path: own, ...exclusion };
  if (kind === 'symlink') return { path: own, reason: 'symlink', by: null };
  if (kind === 'special') return { path: own, reason: 'not-a-file', by: null };
  if (language === null) return { path: own, reason: 'no-language', by: null };
  if (kind !== 'file') return null;
  const skipped: SkippedPath[] = [];
  const reading = readSource(path.join(root, own), settings);
  if ('skipped' in reading) noteSkipped(own, reading, skipped, incomplete);
  return skipped[0] ?? null;
}
