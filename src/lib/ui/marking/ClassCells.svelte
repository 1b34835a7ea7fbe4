<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';
  import type { ClassLine } from '$core/marking/views';
  import { timeToDue } from '$core/packets/due';
  import { sealWordsForTeacher } from '$core/packets/seal-words';
  import { act } from '$ui/forms/act';
  import Baton from '$ui/packets/Baton.svelte';
  import { getNow, getZone } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';
  import type { ClassFacts } from './class-facts';

  /** The cells of one student: who they are, who holds the work, since when or how long still, rounds, points. */
  const { line, facts }: { line: ClassLine; facts: ClassFacts } = $props();
  const [readZone, readNow] = [getZone(), getNow()];
  const zone = $derived(readZone());
  const now = $derived(readNow());
  const marker = $derived(
    facts.shares?.teachers.find(({ id }) => id === facts.shares?.given[line.studentId])?.name ?? null
  );
  const marked = $derived(line.packetId && line.rounds > 0 ? `/marking/${line.packetId}` : null);
</script>

<th scope="row" class="p-2 text-left font-semibold max-md:col-start-2 max-md:py-1">
  {#if marked}<a class="link py-0.5 link-hover" href={marked} data-sveltekit-preload-data="off">{line.student}</a>
  {:else}{line.student}{/if}
  {#if marker}<span class="block text-sm font-normal opacity-85">{marker} marks it</span>{/if}
</th>
<td class="p-2 max-md:col-start-2 max-md:py-0.5">
  <Baton holding={line} reader="teacher" />
  {#if line.claim !== null}
    <form method="post" action="?/declineClaim" use:act class="mt-1 border-l-4 border-accent pl-2 text-sm">
      <input type="hidden" name="studentId" value={line.studentId} />
      Says it was handed over in person: “{line.claim}”
      <button class="btn btn-xs">It was not<span class="sr-only"> handed over by {line.student}</span></button>
    </form>
  {/if}
</td>
<td class="p-2 text-sm max-md:col-start-2 max-md:py-0.5">
  {#if line.holder === 'student'}{timeToDue({ ...facts, due: line.due }, now).words}{/if}
  {#if line.holder === 'teacher' && line.since !== null}<When moment={line.since} both={false} />{/if}
  {#if line.extended}<span class="block">Extended</span>{/if}
  {#if line.askedBack}<span class="block font-semibold">Asks for it back</span>{/if}
  {#if line.standing === 'sealed' && line.sealUntil !== null}<span class="block"
      >{sealWordsForTeacher({ until: line.sealUntil }, zone)}</span
    >{/if}
  {#if line.ranOut}<span class="block font-semibold">The seal ran out: nothing was submitted</span>{/if}
</td>
<td class="figures p-2 max-md:hidden">{line.rounds === 0 ? '' : line.rounds}</td>
{#if facts.points !== null}
  <td class="figures p-2 whitespace-nowrap max-md:col-start-2 max-md:py-0.5">
    {#if line.given !== null}{pointsText(countedPoints(line.given, line.kept ?? 1))} of {pointsText(facts.points)}{/if}
  </td>
{/if}
