import { FORMATS, schemaOfFormat } from '@/schema/formats';
import { openApi } from '../compute/openApi';

/** Every format as a file others can read: what is served, and what lies under docs/formats. */
export const formatFiles = (): Record<string, object> => ({
  'openapi.json': openApi(),
  ...Object.fromEntries(Object.keys(FORMATS).map((name) => [`${name}.schema.json`, schemaOfFormat(name)!])),
});
