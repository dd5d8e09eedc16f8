import { ACCEPT } from './accept.js';
import { ADOPT } from './adopt.js';
import { CATALOG_COMMAND } from './catalog.js';
import { CHECK } from './check.js';
import { COMPARE } from './compare.js';
import { DOCTOR } from './doctor.js';
import { EDITOR } from './editor.js';
import { EXPECT } from './expect.js';
import { EXPLAIN } from './explain.js';
import { FIX } from './fix.js';
import { GATHER } from './gather.js';
import { HISTORY } from './history.js';
import { IMPACT } from './impact.js';
import { INIT } from './init.js';
import { LEDGER } from './ledger.js';
import { PRESETS } from './presets.js';
import { RESOLVE } from './resolve.js';
import { SCHEMA } from './schema.js';
import { SCOPE } from './scope.js';
import { SET } from './set.js';
import { STATUS } from './status.js';
import { WAIVE } from './waive.js';
import type { Command } from './command.js';
import { completionCommand } from './completion.js';

/** Every command, in the order of the help. */
export const COMMANDS: readonly Command<never>[] = [
  INIT, CHECK, EDITOR, GATHER, STATUS, EXPLAIN, HISTORY, FIX, WAIVE, LEDGER, CATALOG_COMMAND, RESOLVE, COMPARE, SCOPE, DOCTOR,
  IMPACT, SET, EXPECT, ACCEPT, ADOPT, PRESETS, SCHEMA, completionCommand(() => COMMANDS),
] as never;
