<script lang="ts">
  import { isSubmitted } from '$core/judging/registry';
  import { areOldForSubmit } from '$core/links/old';
  import { allowed } from '$core/packets/allowed';
  import { roundsUsed, type Custody, type Holding } from '$core/packets/custody';
  import { countingMark } from '$core/grades/counting';
  import { fullness, placeAnchor } from '$core/packets/places';
  import { ownPoints } from '$core/threads/points';
  import type { About } from '$core/threads/views';
  import type { DeliverableView, MarkView, RoundView, UnderWay } from '$core/packets/views';
  import type { PieceView } from '$core/pieces/piece';
  import Emblem from '$ui/courses/Emblem.svelte';
  import ChangeMind from '$ui/packets/ChangeMind.svelte';
  import { runChecks } from '$core/checks/run-checks';
  import FootBar from '$ui/packets/FootBar.svelte';
  import RoundNote from '$ui/packets/RoundNote.svelte';
  import WithoutPieces from '$ui/packets/WithoutPieces.svelte';
  import PacketPlaces from '$ui/packets/PacketPlaces.svelte';
  import CameBack from '$ui/rounds/CameBack.svelte';
  import Rounds from '$ui/rounds/Rounds.svelte';
  import Message from '$ui/shell/Message.svelte';
  import { mustDoWords } from '$core/assignments/must-do';
  import type { GuidanceView } from '$core/assignments/guidance';
  import FirstTime from '$ui/shell/FirstTime.svelte';
  import MaterialLinks from '$ui/materials/MaterialLinks.svelte';
  import RubricTable from '$ui/rubric/RubricTable.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import Ask from './Ask.svelte';
  import OpenFloor from './OpenFloor.svelte';
  import Facts from './Facts.svelte';
  import MustDoList from './MustDoList.svelte';

  interface Props {
    facts: {
      assignmentId: string;
      title: string;
      points: number | null;
      due: number | null;
      alsoOpen: boolean;
      followsDrafts: boolean;
      strict: string[];
      weight: number | null;
      passBy: number | null;
      expectedMinutes: number | null;
      courseTitle: string;
      courseSlug: string;
      emblem: string;
      zone: string;
    };
    unitTitle: string | null;
    briefHtml: string;
    deliverables: DeliverableView[];
    teachers: string[];
    guidance: GuidanceView;
    /** Files bound for this packet that have not become pieces yet. */
    underWay: UnderWay[];
    ownSite: string | null;
    back: { href: string; name: string };
    packet: {
      id: string | null;
      custody: Custody;
      holding: Holding;
      pieces: PieceView[];
      rounds: RoundView[];
      marks: MarkView[];
      now: number;
    };
    formKey: string;
    largestFile: number;
    zone: string;
    /** Files that were not taken, each with its reason. */
    refused: string[];
    /** Why what was asked for did not happen. */
    problem: string | null;
  }
  const props: Props = $props();
  const { facts, unitTitle, briefHtml, deliverables, teachers, guidance, back, packet } = $derived(props);
  const { formKey, largestFile, zone, refused, problem, underWay, ownSite } = $derived(props);

  const { custody, holding, pieces, rounds, marks, now } = $derived(packet);
  const editable = $derived(allowed(custody, { do: 'add-piece', piece: '' }, now).ok);
  const full = $derived(fullness(deliverables, pieces));
  const uploads = getUploads();
  const coming = $derived(uploads.boundFor(facts.assignmentId, underWay));
  const found = $derived(
    runChecks({
      custody,
      deliverables,
      pieces,
      mustDo: guidance.mustDo,
      ownSite,
      coming,
      comingSeconds: uploads.secondsLeft(facts.assignmentId),
      title: facts.title,
      others: guidance.others,
      strict: facts.strict,
      courseZone: facts.zone,
      now
    })
  );
  /** Only what this tab sends can be sealed: of anything else nobody here knows what it is. */
  const seal = $derived(
    coming.length > 0 && custody.terms.followMinutes > 0 && uploads.sendsFor(facts.assignmentId)
      ? () => uploads.readFor(facts.assignmentId)
      : null
  );
  /** Only where there is a choice is it said which one counts. */
  const counting = $derived(
    custody.terms.counts === 'latest' && custody.rounds.length < 2
      ? null
      : countingMark(marks, custody.terms.counts, custody.nominated)
  );
  const receipt = $derived(rounds.find(({ no }) => no === custody.standing)?.receipt ?? null);
  /** Where on this page lies what a message points at. */
  function pointHref({ kind, id }: About): string | null {
    if (kind === 'place') return `#${placeAnchor(id)}`;
    if (kind === 'criterion') return '#rubric-title';
    if (kind === 'round') return packet.id === null ? null : `/rounds/${packet.id}/${id}`;
    const piece = pieces.find((one) => one.id === id);
    return piece ? `#${placeAnchor(piece.deliverableId)}` : null;
  }
  const readers = $derived({ course: facts.courseTitle, people: guidance.people, teachers, student: null });
  const declared = $derived(!isSubmitted(custody.terms.settles));
  const parts = $derived([
    ...(marks.length > 0 ? [{ id: 'came-back', name: 'What came back', note: '' }] : []),
    { id: 'brief', name: 'Brief', note: mustDoWords(guidance.mustDo) ?? '' },
    ...(declared
      ? []
      : [{ id: 'packet', name: 'Packet', note: full.asked > 0 ? `${full.filled} of ${full.asked} filled` : '' }]),
    { id: 'ask', name: 'Ask', note: guidance.aside.length > 0 ? `${guidance.aside.length} said aside` : '' },
    ...(rounds.length > 0 ? [{ id: 'rounds', name: 'Rounds', note: `${rounds.length} submitted` }] : []),
    { id: 'floor', name: 'Open floor', note: guidance.floor.length > 0 ? `${guidance.floor.length} said to all` : '' }
  ]);
</script>

<div class="mx-auto max-w-6xl px-4 pt-5 pb-10">
  <p class="mb-3 text-sm">
    <a class="link" href={back.href}>{back.name}</a> ·
    <a class="link" href="/courses/{facts.courseSlug}">{facts.courseTitle}</a>
  </p>
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={facts.emblem} large />
    <div>
      <h1 class="text-3xl leading-tight font-bold">{facts.title}</h1>
      <p class="opacity-85">
        {facts.courseTitle}{#if unitTitle}, {unitTitle}{/if} · {teachers.join(', ')}
      </p>
    </div>
  </div>
  <Facts
    terms={custody.terms}
    setDue={facts.due}
    points={facts.points}
    passBy={facts.passBy}
    weight={facts.weight}
    expectedMinutes={facts.expectedMinutes}
    roundsUsed={roundsUsed(custody)}
    courseZone={facts.zone}
    {zone}
    {now}
  />
  <div class="mt-6 grid gap-x-10 md:grid-cols-[10rem_minmax(0,1fr)]">
    <nav aria-label="Parts of this page" class="mb-4 md:sticky md:top-4 md:self-start">
      <ul class="flex flex-wrap gap-x-5 md:block">
        {#each parts as part (part.id)}
          <li>
            <a class="block border-l-2 border-transparent py-1.5 hover:border-accent md:pl-3" href="#{part.id}">
              {part.name}
              {#if part.note}<span class="block text-sm opacity-80">{part.note}</span>{/if}
            </a>
          </li>
        {/each}
      </ul>
    </nav>
    <div class="grid gap-9">
      {#if marks.length > 0}
        <section id="came-back" aria-labelledby="came-back-title">
          <h2 id="came-back-title" class="mb-2 text-xl font-semibold">What came back</h2>
          <CameBack {marks} points={facts.points} {zone} {now} />
        </section>
      {/if}
      <section id="brief" aria-labelledby="brief-title" class={guidance.criteria.length > 0 ? 'brief-and-rubric' : ''}>
        <div>
          <h2 id="brief-title" class="mb-2 text-xl font-semibold">Brief</h2>
          <FirstTime part="brief">What your teacher asks for. Everything you need to begin is in this part.</FirstTime>
          <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
          <div class="brief-text">{@html briefHtml}</div>
          {#if guidance.mustDo.length > 0}
            <h3 class="mt-5 mb-2 text-lg font-semibold">Along the way</h3>
            <FirstTime part="must-do">Steps to tick off for yourself. Your teacher does not see your ticks.</FirstTime>
            <MustDoList items={guidance.mustDo} />
          {/if}
          {#if guidance.materials.length > 0}
            <h3 id="materials" class="mt-5 mb-2 text-lg font-semibold">Materials</h3>
            <MaterialLinks materials={guidance.materials} />
          {/if}
        </div>
        {#if guidance.criteria.length > 0}
          <div aria-labelledby="rubric-title" role="region">
            <h2 id="rubric-title" class="mb-2 text-xl font-semibold">Rubric</h2>
            <FirstTime part="rubric">How it will be judged. Mark where you think you stand; only you see it.</FirstTime>
            <RubricTable
              criteria={guidance.criteria}
              lost={guidance.lost}
              estimates={guidance.estimates}
              estimating={holding.holder === 'student'}
            />
          </div>
        {/if}
      </section>
      {#if !declared}
        <section id="packet" aria-labelledby="packet-title">
          <h2 id="packet-title" class="mb-1 text-xl font-semibold">Packet</h2>
          <FirstTime part="packet"
            >Put each piece in its place. Nothing leaves before you submit it at the foot of the page.</FirstTime
          >
          <p class="mb-3 opacity-85">
            {#if facts.followsDrafts}
              Your teacher can look in while you work here. Looking in is not submitting: they have nothing until you
              submit.
            {:else if editable}
              Only you see this until you submit it.
            {:else if holding.standing === 'sealed'}
              This is what is sealed. Break the seal at the foot of the page to change something.
            {:else if holding.holder === 'teacher'}
              This is what your teacher has.
            {:else}
              This is what the packet held.
            {/if}
          </p>
          {#each refused as words (words)}<Message kind="problem">{words}</Message>{/each}
          <PacketPlaces
            assignmentId={facts.assignmentId}
            {deliverables}
            {pieces}
            {underWay}
            alsoOpen={facts.alsoOpen}
            {editable}
            {formKey}
            largest={largestFile}
            {ownSite}
          />
          {#if editable && custody.pieces + coming.length > 0}
            <RoundNote assignmentId={facts.assignmentId} round={custody.rounds.length + 1} />
          {/if}
          {#if editable}<WithoutPieces {custody} {formKey} {zone} {now} />{/if}
          {#if holding.holder === 'teacher'}
            <div class="mt-4"><ChangeMind {custody} courseZone={facts.zone} {zone} {now} {formKey} /></div>
          {/if}
        </section>
      {/if}
      <section id="ask" aria-labelledby="ask-title">
        <h2 id="ask-title" class="mb-2 text-xl font-semibold">Ask</h2>
        <Ask
          contacts={guidance.contacts}
          aside={guidance.aside}
          assignmentId={facts.assignmentId}
          {readers}
          points={ownPoints(deliverables, pieces, rounds, guidance.criteria)}
          {pointHref}
          {zone}
          {now}
        />
      </section>
      {#if rounds.length > 0}
        <section id="rounds" aria-labelledby="rounds-title">
          <h2 id="rounds-title" class="mb-2 text-xl font-semibold">Rounds</h2>
          <Rounds
            {rounds}
            packetId={packet.id ?? ''}
            places={deliverables}
            {zone}
            {now}
            {custody}
            counting={counting?.round ?? null}
          />
        </section>
      {/if}
      <section id="floor" aria-labelledby="floor-title">
        <h2 id="floor-title" class="mb-2 text-xl font-semibold">Open floor, to the whole class</h2>
        <OpenFloor assignmentId={facts.assignmentId} floor={guidance.floor} {readers} studies {zone} {now} />
      </section>
    </div>
  </div>
</div>
<FootBar
  {custody}
  {holding}
  {deliverables}
  {pieces}
  coming={coming.length}
  {found}
  {seal}
  {receipt}
  courseZone={facts.zone}
  {zone}
  {now}
  {formKey}
  {teachers}
  {problem}
  linksOld={areOldForSubmit(pieces, now)}
/>
