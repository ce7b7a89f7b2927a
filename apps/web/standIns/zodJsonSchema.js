/** Stands in for what Zod makes of JSON Schema, which the app has no use for: styles are published by a script. */
const unused = () => {
  throw new Error('JSON Schema is not made in the app.');
};
export const createStandardJSONSchemaMethod = () => unused;
export const createToJSONSchemaMethod = () => unused;
export const toJSONSchema = unused;
export const fromJSONSchema = unused;
export const initializeContext = unused;
export const process = unused;
export const extractDefs = unused;
export const finalize = unused;
