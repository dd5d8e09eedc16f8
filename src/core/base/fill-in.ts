/**
 * Replaces names in braces with texts.
 * @param valueOf the text of a name; undefined leaves the braces as they are.
 */
export function fillIn(template: string, valueOf: (name: string) => string | undefined): string {
  return template.replace(/\{([A-Za-z][\w.-]*)\}/g, (whole, name: string) => valueOf(name) ?? whole);
}
