import { Catalog } from './catalog.js';
import deadImport from './dead/import.js';
import debugPrint from './idiom/debug-print.js';
import dynamicCode from './safety/dynamic-code.js';
import branches from './size/branches.js';
import parameters from './size/parameters.js';
import hollowBlock from './slips/hollow-block.js';
import looseCompare from './slips/loose-compare.js';
import syntax from './slips/syntax.js';
import finalNewline from './text/final-newline.js';
import indent from './text/indent.js';
import lineWidth from './text/line-width.js';
import trailingBlanks from './text/trailing-blanks.js';

/** The rules that come with Elvar. */
export const CATALOG = new Catalog([
  deadImport,
  debugPrint,
  dynamicCode,
  branches,
  parameters,
  hollowBlock,
  looseCompare,
  syntax,
  finalNewline,
  indent,
  lineWidth,
  trailingBlanks,
]);
