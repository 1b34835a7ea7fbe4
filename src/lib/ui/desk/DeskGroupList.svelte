<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { byDay, byOutline, type DeskGroup, type DeskLine } from '$core/packets/desk';
  import { dayWords } from '$core/packets/desk-words';
  import DeskRow from './DeskRow.svelte';

  interface Props {
    group: DeskGroup;
    lines: DeskLine[];
    order: 'due' | 'outline';
  }
  /** The lines of one group, cut up by day or by course where that helps to find one. */
  const { group, lines, order }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());

  const parts = $derived.by(() => {
    if (order === 'outline' || group === 'no-date') return byCourse([...lines].sort(byOutline));
    if (group !== 'with-you') return [{ name: null, entries: lines }];
    return byDay(lines, now, zone).map(({ inDays, at, entries }) => ({ name: dayWords(inDays, at, zone), entries }));
  });

  function byCourse(sorted: DeskLine[]) {
    const titles = [...new Set(sorted.map((line) => line.course.title))].sort();
    return titles.map((name) => ({ name, entries: sorted.filter((line) => line.course.title === name) }));
  }
</script>

{#each parts as { name, entries } (name)}
  {#if name && parts.length > 1}<h3 class="mt-2 mb-1 font-sans text-sm opacity-85">{name}</h3>{/if}
  <ul class="divide-y divide-base-300 border-y border-base-300">
    {#each entries as line (line.assignmentId)}<DeskRow {line} {zone} {now} />{/each}
  </ul>
{/each}
