import { notFound, redirect } from 'next/navigation';
import { bench } from '@/server/views';
import { nextStep, stageLines } from '@/judgement/job/stages';

/** A job opens at the stage that wants doing next. */
export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = /^\d{1,9}$/.test(id) ? await bench(Number(id)) : null;
  if (!view) notFound();
  const lines = stageLines({
    entries: view.entries,
    machine: view.figures,
    signed: view.signed.length > 0,
    handedBack: view.job.handedBackAt !== null,
    rideOpen: view.job.rideOpen,
  });
  redirect(`/jobs/${id}/${nextStep(lines).stage}`);
}
