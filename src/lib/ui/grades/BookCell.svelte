<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import type { GradeCellSaid } from '$core/grades/book';
  import { countedPoints, pointsText } from '$core/grades/points';
  import { absolute } from '$core/time/words';
  import { reachJson } from '$ui/forms/reach-json';
  import Message from '$ui/primitives/Message.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    course: string;
    student: { id: string; name: string };
    assignment: { id: string; title: string };
    onclose: () => void;
  }
  /** One cell of the grade book: its points, to be written where a round can be marked, and all that was given before. */
  const { course, student, assignment, onclose }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const address = $derived(`/courses/${course}/grades/cell`);
  let cell = $state<GradeCellSaid | null>(null);
  let points = $state('');
  let problem = $state('');
  let busy = $state(false);
  let field = $state<HTMLInputElement>();
  const known = $derived(cell?.history.filter(({ returnedAt }) => returnedAt !== null).length ?? 0);

  onMount(async () => {
    const { told } = await reachJson<GradeCellSaid>(`${address}?assignment=${assignment.id}&student=${student.id}`);
    if (told === null)
      problem = 'This cell cannot be opened: it is marked without names, or the server could not be reached.';
    cell = told;
    const latest = told?.history[0]?.points;
    points = latest === null || latest === undefined ? '' : pointsText(latest);
    queueMicrotask(() => field?.select());
  });

  async function keep(event: Event) {
    event.preventDefault();
    const value = Number(points.replace(',', '.'));
    if (!cell || busy) return;
    if (points.trim() === '' || !Number.isFinite(value) || value < 0) {
      problem = 'Write points as a number, such as 17 or 17.5.';
      return;
    }
    busy = true;
    const body = { assignmentId: assignment.id, studentId: student.id, round: cell.round, points: value, known };
    const { told } = await reachJson<{ ok: boolean; words?: string }>(address, body);
    busy = false;
    if (told?.ok) {
      onclose();
      await invalidateAll();
    } else problem = told?.words ?? 'The server could not be reached. What you wrote is still here: try again.';
  }
</script>

<section class="mb-3 rounded border border-base-300 bg-base-100 p-4" aria-label="{student.name}: {assignment.title}">
  <div class="flex flex-wrap items-start gap-3">
    <h3 class="grow font-semibold">{student.name}, {assignment.title}</h3>
    <button type="button" class="btn btn-sm" onclick={onclose}>Close this cell</button>
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#if cell}
    {#if cell.round !== null && cell.most !== null}
      <form class="mt-2 flex flex-wrap items-end gap-3" onsubmit={keep}>
        <label class="text-sm"
          >Points for round {cell.round}, of {pointsText(cell.most)}
          <input class="input mt-1 block w-32" inputmode="decimal" bind:this={field} bind:value={points} /></label
        >
        <button class="btn btn-primary" disabled={busy}>{cell.corrects ? 'Correct it' : 'Keep for later'}</button>
        <p class="text-sm">
          {cell.corrects
            ? 'It was given back: the student sees the change at once.'
            : 'The student sees nothing of it until you give the round back.'}
        </p>
      </form>
    {:else}
      <p class="mt-2 text-sm">
        {cell.round === null ? 'No round is there that could be marked.' : 'This assignment gives no points.'}
        <a class="link" href="/assignments/{assignment.id}">To the assignment</a>
      </p>
    {/if}
    {#if cell.packetId !== null && cell.round !== null}<p class="mt-2 text-sm">
        <a class="link" href="/marking/{cell.packetId}?of={assignment.id}">The work itself, at the marking desk</a>
      </p>{/if}
    <h4 class="mt-3 text-sm font-semibold">What was given before</h4>
    <ol class="figures text-sm">
      {#each cell.history as mark, i (i)}
        <li>
          {mark.points === null ? 'No points' : pointsText(countedPoints(mark.points, mark.kept))}{mark.points !==
            null && mark.kept < 1
            ? ` (${pointsText(mark.points)} before lateness)`
            : ''}{mark.round === null ? '' : `, round ${mark.round}`}, by {mark.by},
          {mark.returnedAt === null
            ? `kept for later, ${absolute(mark.changedAt, zone(), now)}`
            : `given back ${absolute(mark.returnedAt, zone(), now)}`}{mark.otherwise ? `: “${mark.otherwise}”` : ''}
        </li>
      {:else}<li>Nothing yet.</li>{/each}
    </ol>
  {/if}
</section>
