/** The name of a layer file. */
export const LAYER_FILE = 'elvar.yaml';

/** The name of the ledger file, at the project root. */
export const LEDGER_FILE = 'elvar-ledger.yaml';

/** The largest ledger that is read, in bytes: Elvar writes it, with about 250 bytes an entry. */
export const LARGEST_LEDGER = 64 * 1024 * 1024;

/** The name of the lock file, at the project root. */
export const LOCK_FILE = 'elvar-lock.yaml';
