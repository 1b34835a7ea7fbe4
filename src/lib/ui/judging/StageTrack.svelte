<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Track } from '$core/judging/track';
  import type { TrackMove } from '$core/packets/track-moves';
  import type { Moment } from '$core/time/moment';
  import { span } from '$core/time/words';
  import { getNow } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';

  interface Props {
    stages: Track;
    /** The id of the stage that it is at; null once it is through all of them. */
    at: string | null;
    /** Since when it is there; null while nothing has moved. */
    since: Moment | null;
    /** Who has it now, in words. */
    holder: string;
    moves: readonly TrackMove[];
  }
  /** Where work is on its track: what lies behind it, where it is and since when, what comes. Names, never numbers. */
  const { stages, at, since, holder, moves }: Props = $props();
  const now = getNow();
  const here = $derived(at === null ? stages.length : stages.findIndex(({ id }) => id === at));
  const who = (office: string | null) => office ?? 'your teacher';
</script>

<ol class="grid gap-0">
  {#each stages as stage, i (stage.id)}
    <li class="grid grid-cols-[1.75rem_minmax(0,1fr)] gap-x-3" aria-current={i === here ? 'step' : undefined}>
      <span class="flex flex-col items-center" aria-hidden="true">
        <span
          class="grid size-7 place-items-center rounded-sm border-2 {i < here
            ? 'border-success bg-base-100'
            : i === here
              ? 'border-primary bg-primary text-primary-content'
              : 'border-dashed border-base-300'}"
        >
          {#if i < here}<Icon name="check" size={16} />{:else if i === here}<Icon name="arrow-down" size={16} />{/if}
        </span>
        {#if i < stages.length - 1}<span class="min-h-4 w-0.5 grow {i < here ? 'bg-success' : 'bg-base-300'}"
          ></span>{/if}
      </span>
      <div class="pb-4">
        <p class={i === here ? 'text-lg leading-7 font-semibold' : 'leading-7'}>
          {stage.title}
          <span class="sr-only">{i < here ? ', passed' : i === here ? ', here now' : ', still to come'}</span>
        </p>
        {#if i === here}
          <p>
            {holder}{#if since !== null}, since <When moment={since} both={false} /> ({span(now() - since)}){/if}.
          </p>
        {/if}
        {#if i >= here && stage.needs}<p class="max-w-prose">{stage.needs}</p>{/if}
        {#if i >= here}<p class="text-sm opacity-85">
            Passed on by {stage.office?.name ?? 'the course’s teachers'}
          </p>{/if}
      </div>
    </li>
  {/each}
</ol>
{#if moves.length > 0}
  <details class="mt-1" open={moves[0]?.back}>
    <summary class="cursor-pointer">How it came here</summary>
    <ul class="mt-2 grid gap-2">
      {#each moves as move, i (`${move.at} ${i}`)}
        <li class="border-l-4 pl-3 {move.back ? 'border-l-accent' : 'border-l-base-300'}">
          <p class="flex flex-wrap items-center gap-x-2">
            {#if move.back}<Icon name="undo-2" size={16} />{/if}
            <span>
              {#if move.to === null}Past “{move.from}”, the last stage{:else}{move.back ? 'Back' : 'On'} from “{move.from}”
                to “{move.to}”{/if}, by {who(move.office)}
            </span>
            <span class="text-sm opacity-85"><When moment={move.at} both={false} /></span>
          </p>
          {#if move.remark}<p class="max-w-prose whitespace-pre-line">{move.remark}</p>{/if}
        </li>
      {/each}
    </ul>
  </details>
{/if}
