import type { Located } from '../base/place.js';

/** Whether something is permitted; see {@link FREEDOMS}. */
export type Permission = 'allow' | 'refuse';

/**
 * What a ruling can permit or refuse about a rule's findings: that waivers excuse them, that they are repaired, and that
 * entries of the ledger excuse them. All three begin as `allow`.
 */
export const FREEDOMS = ['waivers', 'fix', 'ledger'] as const;

/** One of {@link FREEDOMS}. */
export type Freedom = (typeof FREEDOMS)[number];

/** The value of each freedom. */
export type Freedoms = Readonly<Record<Freedom, Permission>>;

/** What a ruling says about each freedom; null if nothing. */
export type FreedomSettings = Readonly<Record<Freedom, Located<Permission> | null>>;

/** For a ruling that says nothing about freedoms. */
export const NO_FREEDOM_SETTINGS: FreedomSettings = { waivers: null, fix: null, ledger: null };
