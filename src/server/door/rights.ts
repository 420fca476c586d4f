import type { Role } from '@/catalogue/roles';

/**
 * Who may do what, route by route: the least role that reads (GET) and that writes (POST). A route that is not here is the owner's alone; a test holds the list to the
 * routes there are. `anyone` needs no role: whoever is let in at all.
 */
export type Least = 'anyone' | Role;
export interface Rights {
  GET?: Least;
  POST?: Least;
}

const ORDER: readonly Least[] = ['anyone', 'counter', 'technician', 'owner'];

const anyone = (...routes: string[]): [string, Rights][] => routes.map((route) => [route, { GET: 'anyone', POST: 'anyone' }]);
const reads = (least: Least, ...routes: string[]): [string, Rights][] => routes.map((route) => [route, { GET: least }]);
const writes = (least: Least, ...routes: string[]): [string, Rights][] => routes.map((route) => [route, { POST: least }]);
const both = (least: Least, ...routes: string[]): [string, Rights][] => routes.map((route) => [route, { GET: least, POST: least }]);

/** An id in a route is `ID`. */
export const RIGHTS: readonly (readonly [string, Rights])[] = [
  ...anyone('/api/health', '/api/health/ready', '/api/health/disk', '/api/sign-in', '/api/sign-in/out', '/api/sign-in/everywhere'),
  ...anyone('/api/calendar/ID', '/api/ride/ID', '/api/formats', '/api/formats/ID', '/api/compute/ID', '/api/live'),

  // The counter takes in, asks, quotes, sells from the drawer and hands back.
  ...reads('counter', '/api/search', '/api/seals', '/api/service/calendar', '/api/devices/tester', '/api/instruments/ID/lines'),
  ...reads(
    'counter',
    '/api/photos/ID',
    '/api/voices/ID',
    '/api/logs/ID',
    '/api/jobs/ID/alike',
    '/api/jobs/ID/left',
    '/api/jobs/ID/print/ID',
  ),
  ...reads(
    'counter',
    '/api/machines/ID/torques',
    '/api/setups/ID/card',
    '/api/setups/ID/data',
    '/api/trials/ID/sheet',
    '/api/trials/ID/square',
  ),
  ...reads('counter', '/api/stock/labels', '/api/tables/ID'),
  ...both('counter', '/api/jobs/ID/promise', '/api/stock/ID/moves'),
  ...writes('counter', '/api/jobs', '/api/jobs/ID/entries', '/api/jobs/ID/undo', '/api/jobs/ID/duplicate', '/api/jobs/ID/hand-back'),
  ...writes(
    'counter',
    '/api/jobs/ID/photos',
    '/api/jobs/ID/voice',
    '/api/jobs/ID/quotes',
    '/api/jobs/ID/quotes/answer',
    '/api/jobs/ID/reserve',
  ),
  ...writes('counter', '/api/machines/ID/owners', '/api/machines/ID/reminders', '/api/customers/ID', '/api/stock/orders'),
  ...writes('counter', '/api/practice', '/api/practice/end', '/api/technicians/ID/passcode'),

  // The bench measures, sets, signs, rides, and keeps the drawers and the Shop book.
  ...reads('technician', '/api/machines/ID/archive', '/api/tables/customers.ID'),
  ['/api/machines/ID/model', { GET: 'counter', POST: 'technician' }],
  ...writes(
    'technician',
    '/api/machines/ID/entries',
    '/api/machines/ID/merge',
    '/api/machines/ID/separate',
    '/api/machines/ID/calibrations',
  ),
  ...writes('technician', '/api/machines/ID/branch', '/api/machines/incoming', '/api/customers/ID/merge', '/api/imports'),
  ...writes(
    'technician',
    '/api/jobs/ID/sign',
    '/api/jobs/ID/corrections',
    '/api/jobs/ID/back',
    '/api/jobs/ID/trials',
    '/api/jobs/ID/procedures',
  ),
  ...writes(
    'technician',
    '/api/jobs/ID/logs',
    '/api/jobs/ID/logs/simulated',
    '/api/jobs/ID/returned',
    '/api/trials/ID/decision',
    '/api/trials/ID/rides',
  ),
  ...writes(
    'technician',
    '/api/springs',
    '/api/springs/ID/measurements',
    '/api/springs/ID/moves',
    '/api/springs/ID/retire',
    '/api/springs/import',
  ),
  ...writes('technician', '/api/shims', '/api/shims/assortment', '/api/stock', '/api/stock/ID/terms', '/api/stock/import'),
  ...writes('technician', '/api/instruments/ID/marks'),
  ...['causes', 'causes/reset', 'damping', 'grounds', 'kinds', 'oils', 'pistons', 'procedures', 'schools', 'service', 'units'].flatMap(
    (page) => writes('technician', `/api/book/${page}`),
  ),

  // The owner's: people, money, backups, the network, and reading who did what.
  ...reads('owner', '/api/audit', '/api/backups/archives/ID', '/api/tables/audit.ID'),
  ...writes('owner', '/api/backups', '/api/backups/archives', '/api/backups/archives/incoming', '/api/backups/restore'),
  ...writes('owner', '/api/book/door', '/api/book/shop', '/api/book/money', '/api/book/calendar', '/api/customers/ID/erase'),
  ...writes(
    'owner',
    '/api/instruments',
    '/api/instruments/ID/retire',
    '/api/people/scripts',
    '/api/people/scripts/ID/end',
    '/api/people/sessions/ID/end',
  ),
  ...writes('owner', '/api/technicians', '/api/technicians/ID/role'),
];

const asPattern = (route: string): RegExp => new RegExp(`^${route.replace(/\./g, '\\.').replace(/ID/g, '[^/]+')}$`);
/** What is named more closely comes first: one table before all tables. */
const PATTERNS = [...RIGHTS]
  .sort(([a], [b]) => b.replace(/ID/g, '').length - a.replace(/ID/g, '').length)
  .map(([route, rights]) => ({ pattern: asPattern(route), rights }));

/** The least role that may ask a route so; the owner where nothing is declared. @param path without a stroke at its end */
export function leastOf(method: string, path: string): Least {
  const found = PATTERNS.find(({ pattern }) => pattern.test(path));
  const asks = method === 'GET' || method === 'HEAD' || method === 'OPTIONS' ? 'GET' : method;
  return (asks === 'GET' || asks === 'POST' ? found?.rights[asks] : undefined) ?? 'owner';
}

/** Whether a role reaches so far. */
export const reaches = (role: Role, least: Least): boolean => ORDER.indexOf(role) >= ORDER.indexOf(least);
