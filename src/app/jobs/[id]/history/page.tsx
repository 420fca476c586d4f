import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { jobHistory } from '@/server/jobs/changes';
import { JobHistory } from '@/ui/places/machine/JobHistory';

export const metadata: Metadata = { title: 'History of a job' };
export const dynamic = 'force-dynamic';

interface Asked {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function HistoryPage({ params, searchParams }: Asked) {
  const [{ id }, { before }] = [await params, await searchParams];
  const number = (text: unknown) => (typeof text === 'string' && /^\d{1,9}$/.test(text) ? Number(text) : null);
  const jobId = number(id);
  const history = jobId === null ? null : await jobHistory(jobId, number(before));
  if (!history) notFound();
  return <JobHistory {...history} />;
}
