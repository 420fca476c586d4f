import { formatFiles } from '@/server/exchange/formats';

/** The formats there are, by their addresses. */
export const GET = () => Response.json(Object.keys(formatFiles()).map((name) => `/api/formats/${name}`));
