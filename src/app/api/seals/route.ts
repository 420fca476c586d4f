import { sealsNow } from '@/server/sign';

export const dynamic = 'force-dynamic';

/** Reckons every signed record anew, for the Shop book and for other programs. */
export const GET = async () => Response.json(await sealsNow());
