/**
 * The folder of the package: in it are `presets`, and in `dist` the grammars, the dictionaries and the compiled modules. It is
 * two folders above this module and above the bundled program, which contains it, so it must not move.
 */
export const PACKAGE_FOLDER = new URL('../../', import.meta.url);
