import { InlayHintKind, type InlayHint } from 'vscode-languageserver';
import { keyOf, type StatementEffect } from '../core/impact/layer-effects.js';
import { formatSource } from '../formats/text/origin.js';
import { visible } from '../formats/text/visible.js';
import { count } from '../formats/text/words.js';
import type { Positions } from './positions.js';

/** What each ruling and cap does, at the end of its line. @param brought how many findings each brings; null if nobody knows. */
export function effectHints(effects: readonly StatementEffect[], brought: ReadonlyMap<string, number> | null, positions: Positions): InlayHint[] {
  return effects.map((effect) => {
    const line = effect.place.line - 1;
    const position = { line, character: positions.positionAt(positions.offsetAt({ line, character: Number.MAX_SAFE_INTEGER })).character };
    const details = effect.hindrances.map(hindranceText);
    return { position, label: visible(`${effectText(effect)}${broughtText(brought?.get(keyOf(effect.place)) ?? null)}`), kind: InlayHintKind.Type, paddingLeft: true, ...(details.length > 0 && { tooltip: details.map(visible).join('\n') }) };
  });
}

/** How many findings a statement brings, after what else it does. */
export function broughtText(findings: number | null): string {
  return findings === null ? '' : ` · ${count(findings, 'finding')}`;
}

/** What a statement does, in a few words. */
export function effectText({ reached, deciding, hindrances }: StatementEffect): string {
  const decided = deciding === reached ? (reached === 1 ? 'decides for 1 file' : `decides for all ${reached} files`) : deciding === 0 ? `decides nothing in ${count(reached, 'file')}` : `decides for ${deciding} of ${count(reached, 'file')}`;
  const [first, ...others] = hindrances;
  return first === undefined ? decided : `${decided}, ${SHORT[first.kind]} in ${first.files}${others.length === 0 ? '' : ' and more'}`;
}

const SHORT: Readonly<Record<StatementEffect['hindrances'][number]['kind'], string>> = { refused: 'refused', overruled: 'overridden', lowered: 'lowered', expired: 'expired', 'cut-off': 'cut off' };

/** What is in a statement's way, in a sentence. */
export function hindranceText({ kind, by, files }: StatementEffect['hindrances'][number]): string {
  const who = by === null ? '' : formatSource(by);
  const where = `In ${count(files, 'file')} it is`;
  switch (kind) {
    case 'refused':
      return `${where} refused by the ${by?.guard?.value} guard in ${who}.`;
    case 'overruled':
      return `${where} overridden by ${who}, which comes later.`;
    case 'lowered':
      return `${where} lowered to ${by?.level?.value} by the at-most in ${who}.`;
    case 'expired':
      return `${where} expired: its last day has passed.`;
    case 'cut-off':
      return `${where} cut off: an inner layer does not inherit.`;
  }
}
