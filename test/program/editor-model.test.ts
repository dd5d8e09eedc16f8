import { cpSync, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Diagnostic, InlayHint } from 'vscode-languageserver-protocol/node.js';
import type { FindingsDocument } from '../../src/library/documents.js';
import { EditorClient } from '../support/editor-client.js';
import { elvarJson, makeFolder } from '../support/project.js';
import { HAS_TIME, runs } from '../support/runs.js';

const CODES = [
  '', 'if (a == b) go();  \n', 'import tide from "./tide.js";\n\tgo();\n',
  '// elvar waive slips/loose-compare because of the tide\nif (a == b) go();\n', '"😀" == b;\r\nif (c != d) go();\r\n',
];
const LAYERS = [
  'rulings: { slips/loose-compare: error, text/trailing-blanks: note, waivers/unused: note }\n', 'presets: [elvar:starter]\n',
  'rulings: { slips/*: warning }\nzones: [{ match: [quay/], rulings: { slips/loose-compare: off } }]\n',
  'inherit: false\nrulings: { dead/import: error }\n', '',
];
const IGNORES = ['', 'quay/\n', '*.test.js\n!gate.test.js\n'];
/** Stands for a ledger with the findings of the second text of gate.js: their fingerprints are known once they were found. */
const KNOWN = 'known';
const LEDGERS = ['', 'findings: []\n', KNOWN];
const FILES: Readonly<Record<string, readonly string[]>> = {
  'gate.js': CODES, 'gate.test.js': CODES, 'quay/berth.js': CODES, 'quay/deep/tide.js': CODES, 'elvar.yaml': LAYERS.slice(0, 3),
  'quay/elvar.yaml': LAYERS, '.elvarignore': IGNORES, 'elvar-ledger.yaml': LEDGERS,
};

const file = fc.constantFrom(...Object.keys(FILES));
const textOf = file.chain((own) => fc.record({ file: fc.constant(own), text: fc.constantFrom(...(FILES[own] as string[])) }));
const step = fc.oneof(
  { weight: 4, arbitrary: textOf.map((one) => ({ ...one, does: 'type' as const })) },
  { weight: 2, arbitrary: textOf.map((one) => ({ ...one, does: 'splice' as const })) },
  { weight: 1, arbitrary: file.map((own) => ({ file: own, does: 'close' as const })) },
  { weight: 1, arbitrary: textOf.map((one) => ({ ...one, does: 'write' as const })) },
  { weight: 1, arbitrary: file.filter((own) => own !== 'elvar.yaml').map((own) => ({ file: own, does: 'remove' as const })) },
  { weight: 1, arbitrary: file.map((own) => ({ file: own, does: 'ask' as const })) },
);

const diagnosticsOf = async (editor: EditorClient, own: string): Promise<Diagnostic[]> =>
  (await editor.request<{ items: Diagnostic[] }>('textDocument/diagnostic', { textDocument: { uri: editor.uri(own) } })).items;

/** What stands beside the lines of a file. @param text opens it first, in a project of which nothing is known yet. */
async function hintsOf(editor: EditorClient, folder: string, own: string, text?: string): Promise<string[]> {
  const uri = pathToFileURL(path.join(folder, own)).href;
  if (text !== undefined) await editor.connection.sendNotification(
    'textDocument/didOpen', { textDocument: { uri, languageId: 'any', version: 1, text } },
  );
  const hints = await editor.request<InlayHint[]>(
    'textDocument/inlayHint',
    { textDocument: { uri }, range: { start: { line: 0, character: 0 }, end: { line: 99, character: 0 } } },
  );
  if (text !== undefined) await editor.connection.sendNotification('textDocument/didClose', { textDocument: { uri } });
  return hints.map(
    ({ position: { line, character }, label, tooltip }) => `${line}:${character} ${String(label)} ${String(tooltip)}`,
  );
}

/** Where a document differs from a text: what an editor sends after typing. */
function splice(before: string, after: string): object {
  const lines = before.split('\n');
  let same = 0;
  while (same < Math.min(before.length, after.length) && before[same] === after[same]) same += 1;
  // Never between the halves of a character.
  if (same > 0 && /[\uD800-\uDBFF]/.test(before[same - 1] as string)) same -= 1;
  const head = before.slice(0, same).split('\n');
  return {
    range: {
      start: { line: head.length - 1, character: (head.at(-1) as string).length },
      end: { line: lines.length - 1, character: (lines.at(-1) as string).length },
    },
    text: after.slice(same),
  };
}

test('whatever is edited in whatever order, what an editor shows is what a check of the same texts finds', async () => {
  let compared = 0;
  const found = elvarJson<FindingsDocument>(
    makeFolder({ '.git/': '', 'elvar.yaml': LAYERS[0] as string, 'gate.js': CODES[1] as string }),
    ['check', '--no-personal', '--no-cache'],
  ).findings;
  const ledger = `findings:\n`
    + found.map(({ rule, fingerprint }) => `  - path: gate.js\n    rule: ${rule}\n    fingerprint: ${fingerprint}\n`).join('');
  await fc.assert(fc.asyncProperty(fc.array(step, { minLength: 5, maxLength: 30 }), async (steps) => {
    const folder = makeFolder(
      { '.git/': '', 'elvar.yaml': LAYERS[0] as string, 'gate.js': CODES[1] as string, 'quay/berth.js': CODES[2] as string },
    );
    const editor = await EditorClient.shared(folder, { textDocument: { diagnostic: {} } });
    const open = new Map<string, string>();
    let version = 0;
    for (const taken of steps) {
      const one = 'text' in taken && taken.text === KNOWN ? { ...taken, text: ledger } : taken;
      const before = open.get(one.file);
      version += 1;
      if (one.does === 'close') {
        if (open.delete(one.file)) await editor.close(one.file);
      } else if (one.does === 'ask') {
        if (before !== undefined) void diagnosticsOf(editor, one.file);
      } else if (one.does === 'write' || one.does === 'remove') {
        const target = path.join(folder, one.file);
        mkdirSync(path.dirname(target), { recursive: true });
        const was = existsSync(target);
        if (one.does === 'write') writeFileSync(target, one.text);
        else rmSync(target, { force: true });
        await editor.connection.sendNotification(
          'workspace/didChangeWatchedFiles',
          { changes: [{ uri: editor.uri(one.file), type: one.does === 'remove' ? 3 : was ? 2 : 1 }] },
        );
      } else {
        open.set(one.file, one.text);
        if (before === undefined) await editor.open(one.file, one.text, version);
        else await editor.change(one.file, version, one.does === 'type' ? { text: one.text } : splice(before, one.text));
      }
    }
    // The same texts on the disk, of which nobody knows anything.
    const copy = makeFolder();
    cpSync(folder, copy, { recursive: true });
    for (const [own, text] of open) {
      mkdirSync(path.dirname(path.join(copy, own)), { recursive: true });
      writeFileSync(path.join(copy, own), text);
    }
    const { findings } = elvarJson<FindingsDocument>(copy, ['check', '--no-personal', '--no-cache', '--root', '.']);
    for (const own of open.keys()) {
      // What else is said of the configuration is no finding.
      const shown = (await diagnosticsOf(editor, own))
        .filter(({ source }) => source === 'elvar')
        .map(({ range: { start, end }, code, severity, message }) =>
          `${start.line + 1}:${start.character + 1}-${end.line + 1}:${end.character + 1} ${code} ${severity} ${message}`);
      const expected = findings.filter((finding) => finding.path === own).map(
        (one) => `${one.line}:${one.column}-${one.endLine}:${one.endColumn} ${one.rule} `
          + `${{ error: 1, warning: 2, note: 3 }[one.level as 'error']} ${one.message}`,
      );
      expect(shown.toSorted(), own).toEqual(expected.toSorted());
      compared += expected.length;
    }
    // What stands beside rulings is what a program says that has only just seen these texts.
    for (const own of ['elvar.yaml', 'quay/elvar.yaml', '.elvarignore'].filter((name) => open.has(name))) {
      expect(await hintsOf(editor, folder, own), own).toEqual(await hintsOf(editor, copy, own, open.get(own)));
    }
    for (const own of open.keys()) await editor.close(own);
    for (const made of [folder, copy]) rmSync(made, { recursive: true });
  }), { numRuns: runs(3, 400) });
  // A few rounds of edits may meet few findings.
  if (HAS_TIME) expect(compared).toBeGreaterThan(20);
});
