<script lang="ts">
  import { countingMark } from '$core/grades/counting';
  import { mustDoWords } from '$core/assignments/must-do';
  import { placeAnchor } from '$core/pieces/places';
  import { ownPoints } from '$core/assignments/pointing';
  import { judging } from '$core/judging/registry';
  import type { About } from '$core/threads/views';
  import Emblem from '$ui/courses/Emblem.svelte';
  import FootBar from '$ui/packets/FootBar.svelte';
  import CameBack from '$ui/rounds/CameBack.svelte';
  import Rounds from '$ui/rounds/Rounds.svelte';
  import { Remarking, setRemarking } from '$ui/pieces/remarking.svelte';
  import OpenedPage from '$ui/pieces/OpenedPage.svelte';
  import { setWriting } from '$ui/pieces/writing';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import ServedPart from '$ui/served/ServedPart.svelte';
  import Ask from './Ask.svelte';
  import BriefPart from './BriefPart.svelte';
  import FactsLine from './FactsLine.svelte';
  import OwnReadings from '$ui/peers/OwnReadings.svelte';
  import Waiting from './Waiting.svelte';
  import HowJudged from './HowJudged.svelte';
  import NextStep from './NextStep.svelte';
  import OpenFloor from './OpenFloor.svelte';
  import { OwnWork, setOwnWork, type StudentView } from '$ui/packets/own-work.svelte';
  import PacketPart from './PacketPart.svelte';
  import { OwnWriting } from './writing-of.svelte';

  interface Props {
    view: StudentView;
    back: { href: string; name: string };
    /** Files that were not taken, each with its reason. */
    refused: string[];
    /** Why what was asked for did not happen. */
    problem: string | null;
    /** Says something to a remark. @returns why it was not said; null where it was */
    answerRemark: (id: string, body: string) => Promise<string | null>;
  }
  /** An assignment as its student works on it. It begins with what matters in its state. */
  const { view, back, refused, problem, answerRemark }: Props = $props();
  setRemarking(
    new Remarking(
      () => view.packet.rounds.flatMap(({ remarks }) => remarks),
      null,
      (id, body) => answerRemark(id, body)
    )
  );
  const work = setOwnWork(new OwnWork(() => view, getUploads()));
  const writing = new OwnWriting(work);
  setWriting(writing);
  const { facts, unitTitle, deliverables, teachers, guidance, packet } = $derived(view);
  const { custody, pieces, rounds, marks } = $derived(packet);
  const { full, declared } = $derived(work);
  /** Only where there is a choice is it said which one counts. */
  const counting = $derived(
    (custody.terms.counts === 'latest' && custody.rounds.length < 2) || !judging(custody.terms.settles).points
      ? null
      : countingMark(marks, custody.terms.counts, custody.nominated)
  );
  /** Where on this page lies what a message points at. */
  function pointHref({ kind, id }: About): string | null {
    if (kind === 'place') return `#${placeAnchor(id)}`;
    if (kind === 'criterion') return '#rubric-title';
    if (kind === 'round') return packet.id === null ? null : `/rounds/${packet.id}/${id}`;
    const piece = pieces.find((one) => one.id === id);
    return piece ? `#${placeAnchor(piece.deliverableId)}` : null;
  }
  const readers = $derived({ course: facts.courseTitle, people: guidance.people, teachers, student: null });
  const parts = $derived([
    ...(custody.terms.settles === 'stages'
      ? [{ id: 'track', name: 'Where it is', note: packet.holding.at?.title ?? '' }]
      : []),
    ...(custody.terms.settles === 'credits' ? [{ id: 'credits', name: 'Credits', note: '' }] : []),
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
      <h1 class="page-title">{facts.title}</h1>
      <p class="opacity-85">
        {facts.courseTitle}{#if unitTitle}, {unitTitle}{/if} · {teachers.join(', ')}
      </p>
    </div>
  </div>
  <FactsLine {facts} {custody} />
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
    <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-9">
      <HowJudged />
      <Waiting />
      <OwnReadings reading={guidance.reading} readBy={guidance.readBy} />
      {#if marks.length > 0}
        <section id="came-back" aria-labelledby="came-back-title">
          <h2 id="came-back-title" class="mb-2 text-xl font-semibold">What came back</h2>
          <NextStep />
          <CameBack
            {marks}
            points={facts.points}
            {rounds}
            moves={packet.moves}
            working={packet.holding.holder === 'student'}
          />
        </section>
      {/if}
      <ServedPart part={BriefPart} of={{}} />
      {#if !declared}<ServedPart part={PacketPart} of={{ refused }} />{/if}
      <section id="ask" aria-labelledby="ask-title">
        <h2 id="ask-title" class="mb-2 text-xl font-semibold">Ask</h2>
        <ServedPart
          part={Ask}
          of={{
            contacts: guidance.contacts,
            aside: guidance.aside,
            assignmentId: facts.assignmentId,
            readers,
            points: ownPoints(deliverables, pieces, rounds, guidance.criteria),
            pointHref
          }}
        />
      </section>
      {#if rounds.length > 0}
        <section id="rounds" aria-labelledby="rounds-title">
          <h2 id="rounds-title" class="mb-2 text-xl font-semibold">Rounds</h2>
          <ServedPart
            part={Rounds}
            of={{
              rounds,
              packetId: packet.id ?? '',
              places: deliverables,
              custody,
              counting: counting?.round ?? null
            }}
          />
        </section>
      {/if}
      <section id="floor" aria-labelledby="floor-title">
        <h2 id="floor-title" class="mb-2 text-xl font-semibold">Open floor, to the whole class</h2>
        <ServedPart
          part={OpenFloor}
          of={{
            assignmentId: facts.assignmentId,
            floor: guidance.floor,
            readers,
            studies: true,
            kept: view.floorKept,
            asked: view.deliverables.find(({ wants }) => wants.post)?.wants.post ?? null
          }}
        />
      </section>
    </div>
  </div>
</div>
<ServedPart part={FootBar} of={{ problem }} />
{#if writing.opened}<OpenedPage goal={writing.opened} close={() => (writing.opened = null)} />{/if}
