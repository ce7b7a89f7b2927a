/** Stands in for Zod's compiler of schemas, which is only used where it is asked for by name; the app asks for none. */
const unused = () => {
  throw new Error('Schemas are not compiled in the app.');
};
export const INVALID = Symbol.for('zod.compile.invalid');
export class ZodCompileAsyncError extends Error {}
export class ZodCompileUnsupportedError extends Error {}
export const compile = unused;
export const compileFn = unused;
export const withParser = unused;
