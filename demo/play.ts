import { factsOf } from '@/judgement/model/facts';
import { changeShop } from '@/server/book/book';
import { closeDb, db } from '@/db/client';
import { reasonOf } from '@/judgement/reason/reason';
import { knownField } from '@/catalogue/fields';
import { numberOf } from '@/judgement/model/read';
import { selectionOf } from '@/judgement/aims/springs';
import { askFields } from '@/knowledge/procedures/procedure';
import { addSpring, importSprings, listSprings, measureSpring } from '@/server/stock/drawers';
import { addTechnician } from '@/server/door/people';
import { takeProcedure } from '@/server/jobs/logbook';
import { goBack } from '@/server/machines/machines';
import { answerQuote, offerQuote } from '@/server/jobs/quotes';
import { addStock, moveSpring, moveStock } from '@/server/stock/stock';
import { simulateRun } from '@/server/rides/logger';
import { knownOf, reasoningOf } from '@/server/rides/reasoning';
import { decideTrial, planTrial, recordRide, trialsOf } from '@/server/rides/retune';
import { recordJobEntry } from '@/server/jobs/record';
import { correctRebuild, signRebuild } from '@/server/jobs/sign';
import { moveShims } from '@/server/stock/shims';
import { takeFromModel } from '@/server/machines/model';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { bench, machineFile } from '@/server/views';
import type { Inside as Fitted } from '@/knowledge/training/cases';
import { noise, tapeReadings } from '@/judgement/model/tape';
import { addInstrument } from '@/server/instruments/instruments';
import { handOver } from './elsewhere';
import { dayFrom, get, linesOf, PASSCODE, timeOf } from './helpers';
import * as scenario from './scenario';
import type { DemoJob, DemoRide } from './scenario';
import { chosenSprings, rateTextOf } from '@/judgement/model/offers';

/**
 * Plays the scenario of the Slate Yard through the server's own use cases, in the order things happened, so that the demo obeys every rule.
 * Run with MAVRIN_DATA naming an empty data directory.
 */

class Player {
  private minutes = 0;
  constructor(
    readonly jobId: number,
    readonly job: DemoJob,
    readonly technicianId: number,
  ) {}

  at(daysAgo = this.job.takenInDaysAgo): string {
    this.minutes += 2;
    return timeOf(daysAgo, this.minutes);
  }

  async record(entries: Iterable<[string, string]>, daysAgo?: number): Promise<void> {
    for (const [field, text] of entries) {
      if (!knownField(field)) throw new Error(`the demo names no field ${field}`);
      const device = field.startsWith('measure.') || field.startsWith('set.') ? 'tape' : 'by hand';
      get(
        await recordJobEntry(this.jobId, { field, text, technicianId: this.technicianId, device }, this.at(daysAgo)),
        `job ${this.jobId} ${field} "${text}"`,
      );
    }
  }

  async view() {
    const view = await bench(this.jobId);
    if (!view) throw new Error('the job vanished');
    return view;
  }

  async walk(inside: { rear: Fitted; front: Fitted }, prefix: 'measure' | 'set', missing = 0, daysAgo?: number): Promise<void> {
    const { entries, figures } = await this.view();
    const readings = (['rear', 'front'] as const).flatMap((end, i) =>
      Object.entries(tapeReadings(factsOf(entries, figures), end, inside[end], this.jobId * 10 + i, prefix)),
    );
    await this.record(missing > 0 ? readings.slice(0, -missing) : readings, daysAgo);
  }

  /** Takes the first candidate, as the Springs stage ranks them. */
  async choose(end: 'rear' | 'front'): Promise<void> {
    const { entries, figures, springs, schools } = await this.view();
    const selection = selectionOf(factsOf(entries, figures, schools), end, springs);
    if ('missing' in selection || !selection.result.ok) throw new Error(`no springs can be chosen for job ${this.jobId}`);
    const best = selection.result.value.candidates[0]!;
    const reason = `${best.verdict === 'right' ? 'Right for this load' : `Nearest on the list, though ${best.verdict}`}: holds ${best.riderSagMm.toFixed(0)} mm with the rider and ${best.staticSagMm.toFixed(0)} mm bare.`;
    await this.record([
      [`springs.${end}.choice`, best.id],
      [`springs.${end}.preload`, `${best.preloadMm.toFixed(1)} mm`],
      [`springs.${end}.reason`, reason],
    ]);
  }

  /** What the rebuild puts in where the job's own text does not say: the chosen springs, and the clickers that came in. */
  async carryOver(): Promise<void> {
    const { entries, springs } = await this.view();
    const lines: [string, string][] = [];
    for (const end of ['rear', 'front'] as const) {
      const chosen = chosenSprings(entries, end, springs);
      const preload = entries[`springs.${end}.preload`]?.text.replace(' mm', '');
      if (!chosen || !preload) continue;
      lines.push([`fitted.${end}.spring`, rateTextOf(chosen.spring)]);
      if (chosen.right) lines.push(['fitted.front.springRight', rateTextOf(chosen.right)]);
      for (const base of end === 'rear' ? ['rear.preload'] : ['front.preload.left', 'front.preload.right'])
        lines.push([`fitted.${base}.way`, 'mm'], [`fitted.${base}.reading`, preload]);
    }
    await this.record(lines);
  }

  /** Takes a procedure and works it step by step: the first of the ways schools differ on, and what the scenario answers. */
  async work(id: string, left: number): Promise<void> {
    const { n, procedure } = get(await takeProcedure(this.jobId, { id }), id);
    const who = (await this.view()).technicians.find((t) => t.id === this.technicianId)!.name;
    for (const [i, step] of procedure.steps.slice(0, procedure.steps.length - left).entries()) {
      const at = `work.${n}.${i + 1}`;
      const lines: [string, string][] = step.choice ? [[`${at}.pick`, step.choice.answers[0]!.answer]] : [];
      for (const { ask, field, beside } of askFields(n, i + 1, step.asks)) {
        const answer = ask.kind === 'field' ? undefined : scenario.answers[ask.label];
        if (answer === undefined) continue;
        lines.push([field, answer]);
        if (ask.kind === 'torque' && beside) lines.push([beside, 'maker’s manual']);
        if (ask.kind === 'volume' && beside) lines.push([beside, 'SY-0312']);
      }
      await this.record([...lines, [`${at}.done`, 'done'], [`${at}.who`, who], [`${at}.seconds`, String(180 + ((i * 97) % 400))]]);
    }
  }

  /** Follows a cause and a cure of the book, as the Reason stage writes them down. */
  async follow({ cause, cure }: { cause: string; cure: string }): Promise<void> {
    const known = (await knownOf(await db(), this.jobId))!;
    const found = reasonOf(known, (await reasoningOf(await db(), this.jobId, known)).causes);
    const followed = found.ok ? found.value.causes.find((c) => c.id === cause) : undefined;
    const chosen = followed?.page.cures.find((c) => c.id === cure);
    if (!followed || !chosen) throw new Error(`job ${this.jobId} has no cause ${cause} with the cure ${cure}`);
    await this.record([
      ['reason.cause', cause],
      ['reason.cure', cure],
      ['reason.finding', [`${followed.name}.`, ...followed.for.map((s) => s.words)].join(' ')],
      ['reason.first', chosen.what],
    ]);
  }

  /** Rides one after the other, each on its one change. */
  async ride(r: DemoRide): Promise<void> {
    const at = () => timeOf(r.daysAgo, (this.minutes += 2));
    const { change, cause, cure, reason } = r;
    const request = { change: change && { tunable: change[0], to: change[1] }, cause, cure, reason, orderReason: '' };
    const what = `job ${this.jobId}, ride ${change?.join(' ') ?? 'as it is'}`;
    const { trialId } = get(await planTrial(this.jobId, request, at()), what);
    const { complaints } = (await trialsOf(await db(), this.jobId)).at(-1)!.document;
    const said = {
      feels: Object.fromEntries(complaints.map((c) => [String(c.n), r.feel])),
      tieRear: r.tieRear,
      tieFront: r.tieFront,
      riderMass: '',
      temperature: '',
      fuel: '',
      tyres: '',
      track: r.track,
      words: r.words,
      told: null,
    };
    get(await recordRide(trialId, said, at()), what);
    if (r.decision) get(await decideTrial(trialId, { decision: r.decision, note: '' }, at()), what);
  }

  /** What is in the machine after the rebuild: the springs chosen, else those that came in. */
  async insideNow(): Promise<{ rear: Fitted; front: Fitted }> {
    const { entries, springs } = await this.view();
    const of = (end: 'rear' | 'front'): Fitted => {
      const before = this.job.inside![end];
      const chosen = chosenSprings(entries, end, springs);
      const preloadMm = numberOf(entries, `springs.${end}.preload`);
      return chosen && preloadMm !== null
        ? {
            rateNPerMm: (chosen.spring.rateNPerMm + (chosen.right ?? chosen.spring).rateNPerMm) / 2,
            preloadMm,
            frictionMm: Math.min(before.frictionMm, 5),
          }
        : before;
    };
    return { rear: of('rear'), front: of('front') };
  }
}

/** What a tester reads of a spring of this rate: four squeezes, a seat of 1.5 mm, a gauge good to a few newtons. */
const squeezes = (rateNPerMm: number, seed: number) => {
  const gauge = noise(seed);
  return [10, 22, 36, 50].map((deflectionMm) => ({ deflectionMm, forceN: Math.round(rateNPerMm * (deflectionMm + 1.5) + 12 * gauge()) }));
};

/** The springs of the drawer one by one, some of them put on the tester; the supplier's as the list they came in. */
async function stockTheDrawers(): Promise<void> {
  const { supplier, springs } = scenario;
  for (const { really, ...spring } of springs.filter((s) => s.place === 'drawer')) {
    const { id } = get(await addSpring({ table: '', ...spring }), spring.name);
    if (really === undefined) continue;
    const reading = { points: squeezes(really, id), model: 'linear' as const, device: 'spring tester', technicianId: null };
    get(await measureSpring(id, reading), `${spring.name} on the tester`);
  }
  const list = springs
    .filter((s) => s.place === 'supplier')
    .map(({ end, name, rate, freeLength, solidLength }) => ({ end, name, rate, freeLength, solidLength }));
  const mapping = { name: 'Part', rate: 'Rate', freeLength: 'Free length', solidLength: 'Solid length' };
  get(
    await importSprings({
      supplier: supplier.name,
      fileName: supplier.fileName,
      listedOn: dayFrom(-supplier.daysAgo),
      mapping,
      replace: true,
      springs: list,
    }),
    supplier.name,
  );
}

/** Shims counted into their drawers: some sizes plenty, some few, some none, the same each time. */
async function countTheShims(): Promise<void> {
  for (const { inner, diameters, thicknesses, from } of scenario.shims)
    for (const [i, diameter] of diameters.entries())
      for (const [k, thickness] of thicknesses.entries()) {
        const count = Math.max(0, from + ((i * 5 + k * 3) % 7) - 2);
        const move = { inner: Number(inner), diameter, thickness, count, kind: 'counted' as const, note: 'first count', jobId: null };
        if (count > 0) get(await moveShims(move), `${diameter} × ${thickness}`);
      }
}

/** Oils, seals and kits counted in, and the springs of the drawer. */
async function countTheRest(): Promise<void> {
  for (const { count, ...item } of scenario.stock) {
    const { id } = get(await addStock(item), item.name);
    get(await moveStock(id, { kind: 'counted', count, jobId: null, batch: '', note: 'first count' }), item.name);
  }
  for (const spring of (await listSprings()).filter((s) => s.place === 'drawer'))
    get(
      await moveSpring(spring.id, { kind: 'counted', count: spring.end === 'front' ? 2 : 1, jobId: null, batch: '', note: 'first count' }),
      spring.name,
    );
}

async function play(): Promise<void> {
  const technicians = new Map<string, number>();
  for (const name of scenario.technicians) technicians.set(name, get(await addTechnician(name, PASSCODE), name).id);
  const shop = { name: 'The Slate Yard', address: 'Harbour Road 3, Orrowick', phone: '0200 4711', email: 'bench@slateyard.example' };
  get(
    await changeShop({ page: { version: 'shop/2', id: 'shop', ...shop, zone: '', site: '', origin: 'the shop' }, reason: 'who we are' }),
    'shop',
  );
  await stockTheDrawers();
  await countTheShims();
  await countTheRest();
  for (const instrument of scenario.instruments) get(await addInstrument(instrument), instrument.name);
  const machines = new Map<string, number>();
  const customers = new Map<string, number>();
  const inOrder = [...scenario.jobs].sort((a, b) => b.takenInDaysAgo - a.takenInDaysAgo);
  for (const job of inOrder) {
    const machine = scenario.machines.find((m) => m.key === job.machine)!;
    const owner = job.owner ?? machine.owner;
    const phone = owner === machine.owner ? machine.phone : '';
    const customerId = customers.get(owner);
    const machineId = machines.get(job.machine);
    const taken = get(
      await takeIn(
        {
          customer: customerId ? { id: customerId } : { name: owner, phone },
          machine: machineId
            ? { id: machineId }
            : { figures: Object.fromEntries(Object.entries(machine.figures).map(([k, text]) => [k, { text }])) },
          promisedOn: dayFrom(job.promisedInDays),
        },
        timeOf(job.takenInDaysAgo, 0),
      ),
      job.machine,
    );
    machines.set(job.machine, taken.machineId);
    const model = machine.ofModel === undefined || machineId ? undefined : machines.get(machine.ofModel);
    if (model) get(await takeFromModel(taken.machineId, { from: model }), job.machine);
    const technicianId = technicians.get(job.sign ?? scenario.technicians[0]!)!;
    const player = new Player(taken.jobId, job, technicianId);
    customers.set(owner, (await player.view()).customer.id);
    await player.record(linesOf(job.ask));
    if (job.inside) await player.walk(job.inside, 'measure', job.readingsMissing);
    await player.record(linesOf(job.later));
    if (job.log) get(await simulateRun(taken.jobId, { moment: 'before' }), 'logging');
    if (job.follow) await player.follow(job.follow);
    for (const end of job.choose ?? []) await player.choose(end);
    if (job.quote) {
      await player.record(linesOf(job.quote));
      const { quoteId } = get(await offerQuote(taken.jobId), 'quote');
      if (job.answer) get(await answerQuote(taken.jobId, { quoteId, ...job.answer }), 'answer');
    }
    if (job.back) {
      const rebuilt = (await machineFile(taken.machineId))!.setups.filter((s) => s.kind === 'rebuild').reverse();
      get(await goBack(taken.jobId, { setupId: rebuilt[job.back - 1]!.id }), 'going back');
    }
    for (const [i, id] of (job.procedures ?? []).entries())
      await player.work(id, i === job.procedures!.length - 1 ? (job.stepsLeft ?? 0) : 0);
    if (job.rebuild) {
      await player.carryOver();
      await player.record(linesOf(job.rebuild));
    }
    if (job.sign) get(await signRebuild(taken.jobId, { technicianId, passcode: PASSCODE }, player.at()), 'signing');
    if (job.correct) {
      const { field, text, reason } = job.correct;
      get(
        await correctRebuild(taken.jobId, { technicianId, passcode: PASSCODE, reason, changes: [{ field, text }] }, player.at()),
        'correcting',
      );
    }
    if (job.set) {
      await player.walk(await player.insideNow(), 'set');
      await player.record([
        ['set.legsAgree', 'yes'],
        ['set.torqueChecked', 'yes'],
        ['set.balance', 'both ends return alike, no second bounce'],
      ]);
      const { rear, front } = job.bounce ?? { rear: 1, front: 1 };
      await player.record([
        ['set.rear.bounce.push', '60'],
        ['set.rear.bounce.overshoots', String(rear)],
        ['set.front.bounce.push', '60'],
        ['set.front.bounce.overshoots', String(front)],
      ]);
    }
    if (job.handedBackDaysAgo !== undefined) get(await handBack(taken.jobId, player.at(job.handedBackDaysAgo)), 'handing back');
    for (const r of job.rides ?? []) await player.ride(r);
    if (job.ride) await player.record(linesOf(job.ride), Math.max(0, (job.handedBackDaysAgo ?? 0) - 7));
  }
  console.log(
    `The Slate Yard: ${machines.size} machines, ${inOrder.length} jobs, ${inOrder.filter((j) => j.sign).length} signed rebuilds.`,
  );
}

play()
  .then(handOver)
  .then(closeDb)
  .catch(async (failure: unknown) => {
    console.error(failure instanceof Error ? failure.message : failure);
    await closeDb();
    process.exitCode = 1;
  });
