/** Whether a UTF-16 code unit is a blank or a tab. */
export function isBlank(code: number): boolean {
  return code === 0x20 || code === 0x09;
}
