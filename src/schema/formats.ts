import { z } from 'zod';
import { procedurePage } from '@/knowledge/procedures/procedure';
import { calendarPage, shopPage1, shopPage2 } from './book';
import { archiveManifest } from './archive';
import { cardDocument } from './card';
import {
  rebuildDocument,
  rebuildDocument1,
  rebuildDocument2,
  rebuildDocument3,
  rideDocument,
  setupDocument,
  trialDocument,
} from './documents';
import { quoteDocument } from './quote';
import { machineHandedOver } from './handOver';
import { instrumentLine } from './instruments';
import { logDocument } from './retune';

/** Every document the shop hands out or keeps, by its name and version, with what it is. A version stays here for ever: what was written by it is still read. */
export const FORMATS: Record<string, { what: string; schema: z.ZodType }> = {
  'mavrin-archive-1': { what: 'manifest.json of an archive', schema: archiveManifest },
  'mavrin-machine-1': { what: 'machine.json of a machine handed to another shop', schema: machineHandedOver },
  'instrument-1': { what: 'a line of an instrument', schema: instrumentLine },
  'mavrin-card-1': { what: 'a set-up card', schema: cardDocument },
  'setup-1': { what: 'a set-up', schema: setupDocument },
  'rebuild-1': { what: 'a signed record, as the first programs signed it', schema: rebuildDocument1 },
  'rebuild-2': { what: 'a signed record with the procedures followed', schema: rebuildDocument2 },
  'rebuild-3': { what: 'a signed record with what its signature left beside it', schema: rebuildDocument3 },
  'rebuild-4': { what: 'a signed record sealed by a key in place of the customer’s name', schema: rebuildDocument },
  'shop-1': { what: 'who the shop is, as older programs wrote it', schema: shopPage1 },
  'shop-2': { what: 'who the shop is, with its time zone and its address in the network', schema: shopPage2 },
  'calendar-1': { what: 'what proves the secret address of the calendar', schema: calendarPage },
  'procedure-1': { what: 'a procedure of the bench', schema: procedurePage },
  'trial-1': { what: 'a ride planned', schema: trialDocument },
  'ride-1': { what: 'a ride told', schema: rideDocument },
  'quote-1': { what: 'a quote', schema: quoteDocument },
  'log-1': { what: 'the figures of a logged ride', schema: logDocument },
};

/** JSON Schema (draft 2020-12) of a format; null where there is none of that name. */
export function schemaOfFormat(name: string): object | null {
  const found = Object.hasOwn(FORMATS, name) ? FORMATS[name] : undefined;
  return found ? { ...z.toJSONSchema(found.schema, { io: 'input' }), title: name, description: found.what } : null;
}
