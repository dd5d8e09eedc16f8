import path from 'node:path';
import { LEDGER_FILE } from '../host/files/own-files.js';
import type { FileDocument } from './documents.js';
import { isLayerFile } from './layer-file.js';

/** What a document is: something that decides about code, or code. */
type DocumentKind = 'layer' | 'ledger' | 'ignore' | 'code';

/** What a document is, by its name and by what the layer files adopt. */
export function kindOf(own: FileDocument): DocumentKind {
  const { file, project: { root } } = own;
  if (isLayerFile(own)) return 'layer';
  const name = path.basename(file);
  return file === path.join(root, LEDGER_FILE) ? 'ledger' : name === '.elvarignore' || name === '.gitignore' ? 'ignore' : 'code';
}
