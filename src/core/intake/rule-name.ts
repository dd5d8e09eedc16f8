/** The name of a rule without an id. */
export const UNTITLED = 'untitled';

/** Another program's rule id as the name of a rule: small letters, digits and hyphens. Different ids may become one. */
export function ruleNameOf(id: string | null): string {
  const name = (id ?? '').toLowerCase().replace(/[^a-z0-9-]/g, '-').replace(/^-+|-+$/g, '');
  return name === '' ? UNTITLED : name;
}

/** The ids that become one name, by that name. */
export function collidingIds(ids: Iterable<string>): Map<string, readonly string[]> {
  const byName = new Map<string, string[]>();
  for (const id of new Set(ids)) {
    const name = ruleNameOf(id);
    const own = byName.get(name);
    if (own === undefined) byName.set(name, [id]);
    else own.push(id);
  }
  return new Map([...byName].filter(([, own]) => own.length > 1));
}
