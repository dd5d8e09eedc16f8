import { InlayHintKind, type CodeLens, type InlayHint } from 'vscode-languageserver';
import type { ClientAbilities } from './client-abilities.js';
import { COMMANDS } from './actions.js';
import type { LayerPart } from '../core/impact/zone-effects.js';
import type { ShownEffect } from './layer-effects.js';
import type { Positions } from './positions.js';

/** A part of a layer file whose files a person wants to see. */
export interface FilesCommand {
  readonly uri: string;
  readonly part: LayerPart;
  /** From 1. */
  readonly line: number;
  /** From 1, in UTF-16. */
  readonly column: number;
}

/**
 * What parts of a layer file do, at the ends of their lines; what spans many lines only if the client has no other way to show
 * it.
 */
export function hintsOf(effects: readonly ShownEffect[], client: ClientAbilities, positions: Positions): InlayHint[] {
  return effects.filter((effect) => effect.part === 'statement' || (effect.part === 'zone' && !client.showsLenses))
    .map(({ line: shown, label, details }) => {
      const line = shown - 1;
      const position = {
        line, character: positions.positionAt(positions.offsetAt({ line, character: Number.MAX_SAFE_INTEGER })).character,
      };
      return { position, label, kind: InlayHintKind.Type, paddingLeft: true, ...(details !== '' && { tooltip: details }) };
    });
}

/**
 * What parts of a layer file do, above their lines; each tells its files when it is chosen. Clients that do not say that they
 * show hints get all of it here: some ask for what they do not say they can.
 */
export function lensesOf(effects: readonly ShownEffect[], client: ClientAbilities, uri: string): CodeLens[] {
  return effects.filter(({ part }) => !client.showsHints || part !== 'statement')
    .map(({ part, place: { line, column }, line: shown, label }) => {
      const start = { line: shown - 1, character: 0 };
      return {
        range: { start, end: start },
        command: { title: label, command: COMMANDS.files, arguments: [{ uri, part, line, column } satisfies FilesCommand] },
      };
    });
}
