import { dayWords } from '@/catalogue/days';
import type { CardFacts } from './card';

/** A message ready to send: its words, and the ways to send it that the book knows. */
export interface Message {
  subject: string;
  text: string;
  /** Addresses that open the device's own mail or messages; null where the book has none. */
  mail: string | null;
  sms: string | null;
}

/**
 * What the customer is told when the machine is ready. The card itself goes along by hand or by its link.
 * @param link of the card, where a phone can open it; null otherwise
 */
export function readyMessage(card: Pick<CardFacts, 'machine' | 'customer' | 'shop' | 'load' | 'reach'>, link: string | null): Message {
  const { machine, customer, shop, load, reach } = card;
  const subject = `${machine}: set and ready`;
  const text = [
    `Dear ${customer},`,
    `your ${machine} is set and ready.${load.length > 0 ? ` It is set for: ${load.join(', ')}.` : ''}`,
    link ? `The set-up card: ${link}` : 'The set-up card goes with it.',
    'Ride it as it is first; then tell us how it rode.',
    ...signedBy(shop),
  ].join('\n');
  return messageOf(subject, text, reach);
}

const signedBy = ({ name, phone }: { name: string; phone: string }): string[] => (name ? [[name, phone].filter(Boolean).join(', ')] : []);

/** Words with the ways to send them that the book knows. */
export function messageOf(subject: string, text: string, reach: { phone: string; email: string }): Message {
  const phone = reach.phone.replace(/[^\d+]/g, '');
  const body = encodeURIComponent(text);
  return {
    subject,
    text,
    mail: reach.email ? `mailto:${encodeURIComponent(reach.email)}?subject=${encodeURIComponent(subject)}&body=${body}` : null,
    sms: phone.length > 3 ? `sms:${phone}?body=${body}` : null,
  };
}

/** What the customer is told when another day is promised. */
export function promiseMessage(of: {
  customer: string;
  machine: string;
  day: string;
  reason: string;
  shop: { name: string; phone: string };
  reach: { phone: string; email: string };
}): Message {
  const { customer, machine, day, reason, shop, reach } = of;
  const text = [
    `Dear ${customer},`,
    `your ${machine} will be ready on ${dayWords(day)}.${reason ? ` The reason: ${reason.replace(/\.$/, '')}.` : ''}`,
    ...signedBy(shop),
  ].join('\n');
  return messageOf(`${machine}: ready on ${dayWords(day)}`, text, reach);
}
