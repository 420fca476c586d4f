import { operationList, operationSchema } from './operations';

/** The compute contract as OpenAPI 3.1: made from the very schemas the routes check by. */

const PROBLEM = {
  type: 'object',
  required: ['error'],
  properties: {
    error: {
      type: 'object',
      required: ['code', 'message', 'path'],
      properties: {
        code: { type: 'string' },
        message: { type: 'string' },
        path: { type: 'array', items: { type: ['string', 'integer'] } },
      },
    },
  },
};
const RESULT = {
  type: 'object',
  required: ['warnings', 'working'],
  properties: {
    warnings: { type: 'array', items: PROBLEM.properties.error },
    working: {
      type: 'array',
      items: {
        type: 'object',
        required: ['label', 'formula', 'inputs', 'result', 'unit', 'source'],
        properties: {
          label: { type: 'string' },
          formula: { type: 'string' },
          inputs: { type: 'array', items: { type: 'object' } },
          result: {},
          unit: { type: 'string' },
          source: { type: 'string' },
        },
      },
    },
  },
  additionalProperties: true,
};
const json = (of: object) => ({ content: { 'application/json': { schema: of } } });
const refused = (description: string) => ({ description, ...json({ $ref: '#/components/schemas/Problem' }) });

function pathOf(name: string, sentence: string) {
  const found = operationSchema(name);
  return {
    post: {
      operationId: name,
      summary: sentence,
      requestBody: { required: true, ...json(found.ok ? (found.schema as object) : {}) },
      responses: {
        200: { description: 'The result, with its warnings and its working.', ...json({ $ref: '#/components/schemas/Result' }) },
        400: refused('The request does not fit, or no answer follows from it: the path says where.'),
        401: refused('No token, or one that is not known.'),
        413: refused('The request is too large.'),
        503: refused('Too many ask at once, or it took too long: come back after the seconds of Retry-After.'),
      },
    },
  };
}

export const openApi = () => ({
  openapi: '3.1.0',
  info: {
    title: 'Mavrin, the compute contract',
    version: '1',
    description: 'One request, one result. docs/compute.md says what each operation leaves open.',
  },
  servers: [{ url: '/' }],
  security: [{ token: [] }],
  paths: Object.fromEntries(operationList().map(({ name, sentence }) => [`/api/compute/${name}`, pathOf(name, sentence)])),
  components: {
    securitySchemes: { token: { type: 'http', scheme: 'bearer', description: 'Made for a script under Shop book, Scripts.' } },
    schemas: { Problem: PROBLEM, Result: RESULT },
  },
});
