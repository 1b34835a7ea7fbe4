<script module lang="ts">
  import type { DeskRowWords } from '$core/packets/desk-row';
  import type { Timeliness } from '$core/packets/due';

  const TONES: Partial<Record<Timeliness['tone'], string>> = {
    overdue: 'text-error font-semibold',
    soon: 'font-semibold'
  };
  const EDGES: Record<DeskRowWords['edge'], string> = {
    wrong: 'border-l-error',
    asks: 'border-l-accent',
    plain: 'border-l-transparent'
  };
</script>

<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';
  import type { DeskLine } from '$core/packets/desk';
  import { deskRow } from '$core/packets/desk-row';
  import { absolute } from '$core/time/words';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Baton from '$ui/packets/Baton.svelte';

  interface Props {
    line: DeskLine;
    /** The reader's, from the list: whoever asks for a context is given a copy of all that stand there, row by row. */
    zone: string;
    now: number;
  }
  const { line, zone, now }: Props = $props();
  const row = $derived(deskRow(line, now));
</script>

<li class="desk-row {EDGES[row.edge]}">
  <a href="/assignments/{line.assignmentId}">
    <Emblem emblem={line.course.emblem} />
    <span class="named"><b>{line.title}</b><i class="text-sm opacity-80">{line.course.title}</i></span>
    <span><Baton holding={line} /></span>
    <span class="when">
      {#if line.given !== null && line.standing === 'settled'}
        <i class="figures">
          <strong class="font-display text-lg leading-tight"
            >{pointsText(countedPoints(line.given, line.kept ?? 1))}</strong
          >
          of {pointsText(line.points ?? 0)}
        </i>
      {/if}
      {#if row.due && line.due !== null}
        <time datetime={new Date(line.due).toISOString()}>{absolute(line.due, zone, now)}</time>
      {/if}
      {#if row.timely}<i class={TONES[row.timely.tone]}>{row.timely.words}</i>{/if}
      {#each row.said as { words, strong } (words)}<i class={strong ? 'font-semibold' : undefined}>{words}</i>{/each}
    </span>
  </a>
</li>
