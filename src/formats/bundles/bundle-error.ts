/** A file of translations is not what its name says. */
export class BundleError extends Error {}
