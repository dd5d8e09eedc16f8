/** The UTF-16 code unit of a tab. */
export const TAB = 0x09;

/** Whether a UTF-16 code unit is a blank or a tab. */
export function isBlank(code: number): boolean {
  return code === 0x20 || code === TAB;
}
