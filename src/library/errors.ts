export { LayerError, UsageError } from '../host/errors.js';
