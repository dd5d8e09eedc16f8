import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/**
 * Makes a folder for what the program keeps for itself during these tests, outside of the folders that they look at. It is gone
 * afterwards.
 */
export default function makeCaches(): () => void {
  const folder = mkdtempSync(path.join(tmpdir(), 'elvar-tests-'));
  process.env['ELVAR_TEST_CACHES'] = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
