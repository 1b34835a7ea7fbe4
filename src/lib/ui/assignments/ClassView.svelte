<script lang="ts">
  import type { FloorKept } from '$core/threads/views';
  import { act } from '$ui/forms/act';
  import type { ClassLine } from '$core/marking/views';
  import type { Terms } from '$core/packets/terms';
  import Emblem from '$ui/courses/Emblem.svelte';
  import type { GuidanceView } from '$core/assignments/guidance';
  import type { PieceView } from '$core/pieces/piece';
  import { pointsForTeacher } from '$core/assignments/pointing';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { ClassFacts } from '$ui/marking/class-facts';
  import ClassTable from '$ui/marking/ClassTable.svelte';
  import OneStudent from '$ui/marking/OneStudent.svelte';
  import Thread from '$ui/threads/Thread.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import When from '$ui/time/When.svelte';

  /** What a teacher reads of an assignment, with how the class stands on it. */
  interface ClassPage {
    facts: Terms & {
      assignmentId: string;
      title: string;
      points: number | null;
      courseTitle: string;
      emblem: string;
      zone: string;
      nameless: boolean;
    };
    briefHtml: string;
    teachers: readonly string[];
    deliverables: ReadonlyArray<{
      id: string;
      title: string;
      starter?: boolean;
      questions?: number;
      minutes?: number | null;
    }>;
    /** How its open floor is kept. */
    floorKept: FloorKept;
    class: { lines: ClassLine[]; now: number };
    guidance: GuidanceView;
    shares: NonNullable<ClassFacts['shares']>;
    /** How far classmates have read each other's works; null where they do not. */
    reading: { given: number; done: number; shown: number } | null;
    /** The student whose aside is open. */
    asideWith: string | null;
    /** Pieces of unsubmitted packets, where the assignment lets its teachers follow drafts. */
    drafts: Array<PieceView & { packetId: string }>;
  }
  const { view, problems }: { view: ClassPage; problems: string[] } = $props();
  const { facts, briefHtml, teachers, deliverables, guidance, asideWith, drafts } = $derived(view);
  const { lines } = $derived(view.class);
  const readers = $derived({ course: facts.courseTitle, people: guidance.people, teachers });
  const followed = (line: ClassLine) => drafts.filter((piece) => piece.packetId === line.packetId);
  const withTeacher = $derived(lines.filter((line) => line.holder === 'teacher').length);
  /** Places in which something is prepared. */
  const prepared = $derived(deliverables.filter(({ starter, questions }) => starter || questions).length);
  const settled = $derived(lines.filter((line) => line.standing === 'settled').length);
  /** How many works are a teacher's share. */
  const shareOf = (name: string) => {
    const id = view.shares.teachers.find((one) => one.name === name)?.id;
    const n = Object.values(view.shares.given).filter((given) => given === id).length;
    return n === 0 ? 'no share of their own' : n === 1 ? '1 work' : `${n} works`;
  };
</script>

<div class="mx-auto max-w-6xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/marking">Marking</a></p>
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={facts.emblem} large />
    <div>
      <h1 class="page-title">{facts.title}</h1>
      <p class="opacity-85">
        {facts.courseTitle} ·
        {#if facts.due === null}no due date{:else}due <When moment={facts.due} />{/if}
      </p>
    </div>
  </div>
  <div class="mb-6 flex flex-wrap gap-3">
    <a class="btn btn-sm" href="/assignments/{facts.assignmentId}/parties">Parties</a>
    <a class="btn btn-sm" href="/assignments/{facts.assignmentId}/edit">Change this assignment</a>
    {#if withTeacher > 0}<a class="btn btn-sm" href="/marking?of={facts.assignmentId}"
        >Mark what is with you: {withTeacher}</a
      >{/if}
    <a class="btn btn-sm" href="/assignments/{facts.assignmentId}/marks">Marks as a table</a>
    <a class="btn btn-sm" href="/assignments/{facts.assignmentId}/works" download>All works as one ZIP</a>
    <details class="open:basis-full">
      <summary class="btn btn-sm">Starters and questions{prepared > 0 ? `: ${prepared}` : ''}</summary>
      <ul class="mt-3 grid gap-1 rounded bg-base-100 p-4">
        {#each deliverables as { id, title, starter, questions } (id)}
          <li class="flex flex-wrap items-center gap-x-5 gap-y-1">
            <b class="min-w-40">{title}</b>
            <a class="link" href="/assignments/{facts.assignmentId}/starters/{id}"
              >{starter ? 'Change its starter' : 'Prepare a starter'}<span class="sr-only"> for {title}</span></a
            >
            <a class="link" href="/assignments/{facts.assignmentId}/questions/{id}"
              >{questions === 1
                ? 'Change its question'
                : questions
                  ? `Change its ${questions} questions`
                  : 'Ask questions there'}<span class="sr-only"> in {title}</span></a
            >
          </li>
        {/each}
      </ul>
    </details>
    <details class="open:basis-full">
      <summary class="btn btn-sm">The brief, as students read it</summary>
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
      <div class="brief-text mt-3 rounded bg-base-100 p-5">{@html briefHtml}</div>
    </details>
  </div>

  <h2 class="mb-1 text-xl font-semibold">The class</h2>
  <p class="mb-3">{lines.length} students, {withTeacher} with you, {settled} settled</p>
  {#each problems as problem (problem)}<Message kind="problem">{problem}</Message>{/each}
  {#if facts.nameless}
    <p class="mb-3 max-w-prose">
      Marked without names: from here nobody comes to a work before it is settled. Go through them at the marking desk.
    </p>
  {/if}
  {#if view.reading}
    <div class="mb-3 flex flex-wrap items-center gap-3 text-sm">
      <span
        >Read by classmates: {view.reading.given} works handed out, {view.reading.done} read, {view.reading.shown} shown to
        their writers</span
      >
      <OneButton action="?/handOutReading">Hand out what has come</OneButton>
      {#if view.reading.done > view.reading.shown}<OneButton action="?/showReading"
          >Show writers what was said</OneButton
        >{/if}
    </div>
  {/if}
  {#if view.shares.teachers.length > 1}
    <div class="mb-3 flex flex-wrap items-center gap-3 text-sm">
      <span>{view.shares.teachers.map(({ name }) => `${name}: ${shareOf(name)}`).join(', ')}</span>
      <OneButton action="?/shareEvenly">Share it out evenly, by name</OneButton>
    </div>
  {/if}
  <ClassTable {lines} facts={{ ...facts, shares: view.shares }} open={asideWith}>
    {#snippet one(line)}
      <OneStudent
        {line}
        facts={{ ...facts, timed: deliverables.some(({ minutes }) => typeof minutes === 'number') }}
        draft={followed(line)}
      >
        {#snippet aside()}
          <Thread
            posts={guidance.aside}
            readers={{ ...readers, to: 'aside', student: line.student }}
            where={{ assignmentId: facts.assignmentId }}
            studentId={line.studentId}
            studies={false}
            points={pointsForTeacher(deliverables, line.rounds, guidance.criteria)}
            pointHref={({ kind, id }) =>
              kind === 'round' && line.packetId !== null ? `/rounds/${line.packetId}/${id}` : null}
          />
        {/snippet}
      </OneStudent>
    {/snippet}
  </ClassTable>
  <section id="ask" class="mt-8 max-w-3xl" aria-labelledby="floor">
    <h2 id="floor" class="mb-2 text-xl font-semibold">Open floor</h2>
    <form method="post" action="?/floor" use:act class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox checkbox-sm" name="hides" checked={view.floorKept.hides} /> Others are shown
        once one has said something</label
      >
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox checkbox-sm" name="closed" checked={view.floorKept.closed} /> Closed to students</label
      >
      <button class="btn btn-sm">Keep<span class="sr-only"> how the floor is kept</span></button>
    </form>
    <Thread
      posts={guidance.floor}
      readers={{ ...readers, to: 'floor', student: null }}
      where={{ assignmentId: facts.assignmentId }}
      studies={false}
    />
  </section>
</div>
