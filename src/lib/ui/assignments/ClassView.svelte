<script lang="ts">
  import { act } from '$ui/forms/act';
  import { countedPoints, pointsText } from '$core/grades/points';
  import type { ClassLine } from '$core/marking/views';
  import { sealWordsForTeacher } from '$core/packets/seal-words';
  import { timeToDue } from '$core/packets/due';
  import type { Terms } from '$core/packets/terms';
  import { toWallClock } from '$core/time/wall-clock';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Baton from '$ui/packets/Baton.svelte';
  import type { GuidanceView } from '$core/assignments/guidance';
  import type { PieceView } from '$core/pieces/piece';
  import Field from '$ui/forms/Field.svelte';
  import PieceList from '$ui/pieces/PieceList.svelte';
  import { pointsForTeacher } from '$core/assignments/pointing';
  import Thread from '$ui/threads/Thread.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { getZone } from '$ui/time/reader';
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
    };
    briefHtml: string;
    teachers: readonly string[];
    deliverables: ReadonlyArray<{ id: string; title: string }>;
    class: { lines: ClassLine[]; now: number };
    guidance: GuidanceView;
    /** The student whose aside is open. */
    asideWith: string | null;
    /** Pieces of unsubmitted packets, where the assignment lets its teachers follow drafts. */
    drafts: Array<PieceView & { packetId: string }>;
  }
  const { view, problems }: { view: ClassPage; problems: string[] } = $props();
  const { facts, briefHtml, teachers, deliverables, guidance, asideWith, drafts } = $derived(view);
  const { lines, now } = $derived(view.class);
  const reader = getZone();
  const zone = $derived(reader());
  const asked = $derived(lines.find((line) => line.studentId === asideWith));
  const readers = $derived({ course: facts.courseTitle, people: guidance.people, teachers });
  const followed = (line: ClassLine) => drafts.filter((piece) => piece.packetId === line.packetId);
  const withTeacher = $derived(lines.filter((line) => line.holder === 'teacher').length);
  const settled = $derived(lines.filter((line) => line.standing === 'settled').length);
</script>

<div class="mx-auto max-w-6xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/marking">Marking</a></p>
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={facts.emblem} large />
    <div>
      <h1 class="text-3xl leading-tight font-bold">{facts.title}</h1>
      <p class="opacity-85">
        {facts.courseTitle} ·
        {#if facts.due === null}no due date{:else}due <When moment={facts.due} {zone} {now} />{/if}
      </p>
    </div>
  </div>
  <div class="mb-6 flex flex-wrap gap-3">
    <a class="btn btn-sm" href="/assignments/{facts.assignmentId}/edit">Change this assignment</a>
    <details class="open:basis-full">
      <summary class="btn btn-sm">The brief, as students read it</summary>
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
      <div class="brief-text mt-3 rounded bg-base-100 p-5">{@html briefHtml}</div>
    </details>
  </div>

  <h2 class="mb-1 text-xl font-semibold">The class</h2>
  <p class="mb-3">{lines.length} students, {withTeacher} with you, {settled} settled</p>
  {#each problems as problem (problem)}<Message kind="problem">{problem}</Message>{/each}
  <ul class="divide-y divide-base-300 border-y border-base-300">
    {#each lines as line (line.studentId)}
      <li class="bg-base-100 px-3 py-2">
        <div class="grid gap-x-4 gap-y-1 md:grid-cols-[minmax(0,1fr)_22rem_12rem_6rem] md:items-center">
          <span class="font-semibold">
            {#if line.packetId && line.rounds > 0}
              <a
                class="inline-block link py-1 link-hover"
                href="/marking/{line.packetId}"
                data-sveltekit-preload-data="off">{line.student}</a
              >
            {:else}{line.student}{/if}
          </span>
          <Baton holding={line} reader="teacher" />
          <span class="text-sm">
            {#if line.holder === 'student'}{timeToDue({ ...facts, due: line.due }, now).words}{/if}
            {#if line.holder === 'teacher' && line.since !== null}<When
                moment={line.since}
                {zone}
                {now}
                both={false}
              />{/if}
            {#if line.extended}<span class="block">Extended</span>{/if}
            {#if line.askedBack}<span class="block font-semibold">Asks for it back</span>{/if}
            {#if line.standing === 'sealed' && line.sealUntil !== null}<span class="block"
                >{sealWordsForTeacher({ until: line.sealUntil }, zone)}</span
              >{/if}
            {#if line.ranOut}<span class="block font-semibold">The seal ran out: nothing was submitted</span>{/if}
          </span>
          <span class="figures md:text-right">
            {#if line.given !== null && facts.points !== null}{pointsText(countedPoints(line.given, line.kept ?? 1))} of {pointsText(
                facts.points
              )}{/if}
          </span>
        </div>
        {#if line.claim !== null}
          <div class="mt-1 flex flex-wrap items-center gap-3 border-l-4 border-accent pl-3">
            <p>Says it was handed over in person: “{line.claim}”</p>
            <form method="post" action="?/declineClaim" use:act>
              <input type="hidden" name="studentId" value={line.studentId} />
              <button class="btn btn-sm">It was not<span class="sr-only"> handed over by {line.student}</span></button>
            </form>
            <p class="text-sm">If it was, accept it below, for {line.student} alone.</p>
          </div>
        {/if}
        <details>
          <summary class="cursor-pointer py-1 text-sm underline underline-offset-2">For {line.student} alone</summary>
          <p class="pt-2 text-sm"><a class="link" href="?aside={line.studentId}">Write to {line.student} aside</a></p>
          {#if followed(line).length > 0}
            <p class="pt-2 text-sm">The draft, as it lies in the packet now. Nothing of it was submitted.</p>
            <PieceList pieces={followed(line)} from="pieces" />
          {/if}
          <div class="flex flex-wrap items-end gap-6 py-3">
            {#snippet who()}<input type="hidden" name="studentId" value={line.studentId} />{/snippet}
            {#if line.settledBy === 'excused'}
              <form method="post" action="?/liftExcuse" use:act>
                {@render who()}<button class="btn btn-sm">Ask for it after all</button>
              </form>
            {:else if line.settledBy === 'in-person'}
              <form method="post" action="?/undoInPerson" use:act>
                {@render who()}<button class="btn btn-sm">It was not handed over in person</button>
              </form>
            {:else if line.standing !== 'settled'}
              <form method="post" action="?/excuse" use:act>
                {@render who()}<button class="btn btn-sm">Excuse from this</button>
              </form>
              <form method="post" action="?/inPerson" use:act class="flex flex-wrap items-end gap-2">
                {@render who()}
                {#if facts.points !== null}
                  <label class="text-sm"
                    >Points of {pointsText(facts.points)}
                    <input class="input block w-24 input-sm" name="points" inputmode="decimal" />
                  </label>
                {:else}<input type="hidden" name="points" value="" />{/if}
                <label class="text-sm"
                  >Remark <input class="input block w-48 input-sm" name="remark" maxlength="2000" /></label
                >
                <button class="btn btn-sm">Accepted in person</button>
              </form>
              <form method="post" action="?/extend" use:act class="flex flex-wrap items-end gap-2">
                {@render who()}
                <label class="text-sm"
                  >New due moment
                  <input
                    class="input block input-sm"
                    type="datetime-local"
                    name="due"
                    value={line.due === null ? '' : toWallClock(line.due, facts.zone)}
                  />
                </label>
                <label class="text-sm"
                  >Closes
                  <input
                    class="input block input-sm"
                    type="datetime-local"
                    name="closes"
                    value={facts.closes === null ? '' : toWallClock(facts.closes, facts.zone)}
                  />
                </label>
                <button class="btn btn-sm">Extend</button>
              </form>
            {:else}<p class="text-sm">This is settled. Open the round to correct its result.</p>{/if}
          </div>
        </details>
      </li>
    {/each}
  </ul>
  <details class="mt-6 rounded bg-base-100 p-4">
    <summary class="cursor-pointer font-semibold">Extend it for several students</summary>
    <form method="post" action="?/extendSeveral" use:act class="mt-3 grid gap-4">
      <fieldset class="flex flex-wrap gap-x-6 gap-y-1">
        <legend class="mb-1 text-sm">For whom</legend>
        {#each lines.filter((line) => line.standing !== 'settled') as line (line.studentId)}
          <label class="flex items-center gap-2"
            ><input type="checkbox" class="checkbox checkbox-sm" name="studentIds" value={line.studentId} />
            {line.student}</label
          >
        {/each}
      </fieldset>
      <div class="flex flex-wrap items-end gap-4">
        <Field label="New due moment"><input class="input" type="datetime-local" name="due" /></Field>
        <Field label="Closes"><input class="input" type="datetime-local" name="closes" /></Field>
        <button class="btn">Extend</button>
      </div>
    </form>
  </details>
  <section id="ask" class="mt-6 grid gap-6 md:grid-cols-2" aria-label="What was said">
    <div>
      <h2 id="floor" class="mb-2 text-xl font-semibold">Open floor</h2>
      <Thread
        posts={guidance.floor}
        readers={{ ...readers, to: 'floor', student: null }}
        where={{ assignmentId: facts.assignmentId }}
        studies={false}
        {zone}
        {now}
      />
    </div>
    {#if asked}
      <div class="rounded border border-base-300 bg-base-100 p-4">
        <h2 class="mb-2 text-xl font-semibold">Aside with {asked.student}</h2>
        <Thread
          posts={guidance.aside}
          readers={{ ...readers, to: 'aside', student: asked.student }}
          where={{ assignmentId: facts.assignmentId }}
          studentId={asked.studentId}
          studies={false}
          points={pointsForTeacher(deliverables, asked.rounds, guidance.criteria)}
          pointHref={({ kind, id }) =>
            kind === 'round' && asked.packetId !== null ? `/rounds/${asked.packetId}/${id}` : null}
          {zone}
          {now}
        />
      </div>
    {/if}
  </section>
  {#if lines.length === 0}<p class="rounded bg-base-100 p-8">Nobody is in this course yet.</p>{/if}
</div>
