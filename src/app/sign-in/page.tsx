import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { signers } from '@/server/door/people';
import { sessionOf } from '@/server/door/sessions';
import { SignInPage } from '@/ui/places/door/SignInPage';

export const metadata: Metadata = { title: 'Sign in', robots: { index: false } };
export const dynamic = 'force-dynamic';

export default async function SignIn({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const { to } = await searchParams;
  // Only to a page of our own: anything else leads to the Floor.
  const goesTo = typeof to === 'string' && /^\/(?![/\\])/.test(to) ? to : '/';
  return <SignInPage names={await signers()} to={goesTo} inAs={sessionOf(await headers())?.name ?? null} />;
}
