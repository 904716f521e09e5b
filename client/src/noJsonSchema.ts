/*
 * Stands in for zod's way to JSON schemas in the client's bundle: every schema is given the way when it is made, and none goes it here.
 * `npm run docs` makes the JSON schema of the job file with the whole of zod.
 */
const refused = () => () => {
  throw new Error('JSON schemas are not made in the client.');
};
export { refused as createStandardJSONSchemaMethod, refused as createToJSONSchemaMethod };
