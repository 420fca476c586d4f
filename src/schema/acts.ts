import { knownField } from '@/catalogue/fields';
import { jobNumber } from '@/catalogue/jobs';

/** What a request does, in words for the audit: of what was typed it says where, never what. */
export interface Act {
  words: string;
  jobId: number | null;
  machineId: number | null;
  /** A field was written or taken back: it tells of itself, with what stands in it. */
  isOfField: boolean;
}

type Of = 'job' | 'machine' | 'other';

/** Every address that writes, with what is done there. A `:` in the words stands for the number or the name in the path. */
const ACTS: readonly (readonly [pattern: RegExp, words: string, of?: Of])[] = [
  [/^backups$/, 'made a backup'],
  [/^backups\/archives$/, 'made an archive of the book'],
  [/^backups\/archives\/incoming$/, 'took an archive in beside the book'],
  [/^backups\/restore$/, 'brought a backup back beside the book'],
  [/^book\/calendar$/, 'made or withdrew the address of the calendar'],
  [/^book\/causes\/reset$/, 'set what the shop learnt of causes back'],
  [/^book\/door$/, 'opened or shut the door for riders’ phones'],
  [/^book\/(\w+)$/, 'changed the Shop book, :'],
  [/^customers\/(\d+)$/, 'changed customer :'],
  [/^customers\/(\d+)\/merge$/, 'made customer : one with another entry'],
  [/^customers\/(\d+)\/erase$/, 'erased customer : on request'],
  [/^imports$/, 'took in a list of an older book'],
  [/^instruments$/, 'added an instrument'],
  [/^instruments\/(\d+)\/marks$/, 'zeroed or calibrated instrument :'],
  [/^instruments\/(\d+)\/retire$/, 'took instrument : out of use'],
  [/^jobs$/, 'took a machine in'],
  [/^jobs\/(\d+)\/entries$/, 'wrote', 'job'],
  [/^jobs\/(\d+)\/back$/, 'went back to an older set-up', 'job'],
  [/^jobs\/(\d+)\/corrections$/, 'signed a correction', 'job'],
  [/^jobs\/(\d+)\/duplicate$/, 'opened a job like this one', 'job'],
  [/^jobs\/(\d+)\/hand-back$/, 'handed the machine back', 'job'],
  [/^jobs\/(\d+)\/logs$/, 'kept a ride’s log', 'job'],
  [/^jobs\/(\d+)\/logs\/simulated$/, 'kept a simulated log', 'job'],
  [/^jobs\/(\d+)\/photos$/, 'kept a photo', 'job'],
  [/^jobs\/(\d+)\/procedures$/, 'took a procedure', 'job'],
  [/^jobs\/(\d+)\/promise$/, 'promised another day', 'job'],
  [/^jobs\/(\d+)\/quotes$/, 'offered a quote', 'job'],
  [/^jobs\/(\d+)\/quotes\/answer$/, 'wrote down the answer to a quote', 'job'],
  [/^jobs\/(\d+)\/reserve$/, 'set parts aside', 'job'],
  [/^jobs\/(\d+)\/returned$/, 'put a spring back', 'job'],
  [/^jobs\/(\d+)\/sign$/, 'signed the rebuild', 'job'],
  [/^jobs\/(\d+)\/trials$/, 'planned a ride', 'job'],
  [/^jobs\/(\d+)\/undo$/, 'took the last entry back', 'job'],
  [/^jobs\/(\d+)\/voice$/, 'kept a voice note', 'job'],
  [/^machines\/incoming$/, 'took in a machine another shop handed over'],
  [/^machines\/(\d+)\/branch$/, 'moved a machine to another branch', 'machine'],
  [/^machines\/(\d+)\/entries$/, 'wrote', 'machine'],
  [/^machines\/(\d+)\/calibrations$/, 'kept a fit to a dyno run', 'machine'],
  [/^machines\/(\d+)\/merge$/, 'merged two files of one machine', 'machine'],
  [/^machines\/(\d+)\/separate$/, 'separated a merged machine', 'machine'],
  [/^machines\/(\d+)\/model$/, 'took figures over from the model', 'machine'],
  [/^machines\/(\d+)\/owners$/, 'changed the owner', 'machine'],
  [/^machines\/(\d+)\/reminders$/, 'wrote down a reminder', 'machine'],
  [/^people\/scripts$/, 'made a token for a script'],
  [/^people\/scripts\/(\d+)\/end$/, 'ended the token of script :'],
  [/^people\/sessions\/(\d+)\/end$/, 'signed somebody out'],
  [/^practice$/, 'began a practice job'],
  [/^practice\/end$/, 'ended the practice job'],
  [/^ride\/[^/]+$/, 'told from a phone how it rode'],
  [/^shims$/, 'moved shims'],
  [/^shims\/assortment$/, 'added an assortment of shims'],
  [/^sign-in$/, 'signed in'],
  [/^sign-in\/everywhere$/, 'signed out everywhere'],
  [/^sign-in\/out$/, 'signed out'],
  [/^springs$/, 'put a spring on the list'],
  [/^springs\/import$/, 'took in a list of springs'],
  [/^springs\/(\d+)\/measurements$/, 'measured spring :'],
  [/^springs\/(\d+)\/moves$/, 'moved spring :'],
  [/^springs\/(\d+)\/retire$/, 'took spring : off the list'],
  [/^stock$/, 'added an item to the drawers'],
  [/^stock\/import$/, 'took in a list of stock'],
  [/^stock\/orders$/, 'ticked an order'],
  [/^stock\/(\d+)\/moves$/, 'moved stock, item :'],
  [/^stock\/(\d+)\/terms$/, 'changed the terms of item :'],
  [/^technicians$/, 'added a technician'],
  [/^technicians\/(\d+)\/passcode$/, 'changed the passcode of name :'],
  [/^technicians\/(\d+)\/role$/, 'gave name : a role'],
  [/^trials\/(\d+)\/decision$/, 'decided ride :'],
  [/^trials\/(\d+)\/rides$/, 'wrote down ride :'],
];

const OF_FIELDS = /^(jobs|machines)\/\d+\/(entries|undo)$/;

const labelOf = (body: unknown): string => {
  const field = body !== null && typeof body === 'object' && 'field' in body && typeof body.field === 'string' ? body.field : null;
  const known = field === null ? null : knownField(field);
  return field === null ? '' : ` ${known?.def.label ?? field}`;
};

/**
 * The act of a request that writes; null for an address that keeps nothing, such as a calculation.
 * @param path without /api/ before it
 */
export function actOf(path: string, body: unknown): Act | null {
  for (const [pattern, words, of = 'other'] of ACTS) {
    const found = pattern.exec(path);
    if (!found) continue;
    const id = Number(found[1] ?? Number.NaN);
    const subject = of === 'job' ? `, job ${jobNumber(id)}` : of === 'machine' ? `, machine ${id}` : '';
    return {
      words: words.replace(':', found[1] ?? '') + labelOf(body) + subject,
      jobId: of === 'job' ? id : null,
      machineId: of === 'machine' ? id : null,
      isOfField: OF_FIELDS.test(path),
    };
  }
  return null;
}
