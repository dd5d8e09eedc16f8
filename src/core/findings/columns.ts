/** How many numbers a finding has among those of its file; these are the columns. */
export const WIDTH = 13;
export const RULE = 0;
export const MESSAGE = 1;
export const CODE = 2;
export const START_LINE = 3;
export const START_COLUMN = 4;
export const END_LINE = 5;
export const END_COLUMN = 6;
export const CONFIDENCE = 7;
/** 0 for none; else one more than the place in the list. */
export const REPAIR = 8;
export const EXCUSE = 9;
/** 0 for none; else one more than the place in the list of levels. */
export const OWN_LEVEL = 10;
/** The two halves of the fingerprint. */
export const PRINT_HIGH = 11;
export const PRINT_LOW = 12;
