/** Who somebody is to the shop: what they may do follows from it. */
export const ROLES = ['technician', 'counter', 'owner'] as const;
export type Role = (typeof ROLES)[number];

export const ROLE_WORDS: Readonly<Record<Role, { name: string; may: string }>> = {
  technician: { name: 'Technician', may: 'works at the bench and signs' },
  counter: { name: 'Counter', may: 'takes in, quotes and hands back; does not sign, set up or change the Shop book' },
  owner: { name: 'Owner', may: 'all of it, and people, money, backups and the network' },
};
