<script lang="ts">
  import { SvelteMap } from 'svelte/reactivity';
  import { courseGrade, type GradeMade } from '$core/grades/course-grade';
  import { pointsText } from '$core/grades/points';
  import { bounds, movers, supposing, type StillOpen } from '$core/grades/possible';
  import type { Scheme } from '$core/grades/scheme';
  import Band from './Band.svelte';
  import Movers from './Movers.svelte';
  import Wish from './Wish.svelte';

  interface Props {
    scheme: Scheme;
    made: GradeMade;
    open: readonly StillOpen[];
  }
  /** What a course can still become: the band, what would come of a result that one supposes, what a wish takes, what moves most. */
  const { scheme, made, open }: Props = $props();
  /** What is supposed lives here alone: nothing of it leaves the page. */
  const supposed = new SvelteMap<string, number>();
  const now = $derived(courseGrade(scheme, made));
  const reach = $derived(bounds(scheme, made, open));
  const then = $derived(supposed.size === 0 ? null : supposing(scheme, made, supposed));
  const ways = $derived(movers(scheme, made, open));
  const KINDS = { open: 'still to be submitted', waiting: 'with your teacher', repair: 'another round can bring more' };
</script>

<Band lowest={reach.lowest} highest={reach.highest} {now} supposed={then} />

<section aria-labelledby="suppose" class="mt-5 print:hidden">
  <h3 id="suppose" class="text-lg font-semibold">Suppose a result</h3>
  <p class="mb-2 max-w-prose text-sm">
    What you suppose is seen by nobody, is kept nowhere, and is gone when you leave this page.
  </p>
  <ul class="grid gap-x-8 gap-y-3 sm:grid-cols-2">
    {#each open as one (one.id)}
      {@const value = supposed.get(one.id)}
      <li class={['border-l-3 pl-3', value === undefined ? 'border-base-300' : 'border-dashed border-accent']}>
        <label class="block text-sm">
          <span class="font-medium">{one.title}</span> <span class="opacity-85">{KINDS[one.kind]}</span>
          <input
            type="range"
            class="range mt-1 block w-full range-sm"
            min={0}
            max={one.high}
            step={one.points ? 0.5 : 1}
            value={value ?? one.low}
            aria-valuetext={value === undefined
              ? 'nothing supposed'
              : one.points
                ? `${pointsText(value)} of ${pointsText(one.high)} points`
                : value >= 1
                  ? 'passed'
                  : 'not passed'}
            oninput={(event) => supposed.set(one.id, Number(event.currentTarget.value))}
          />
        </label>
        <p class="flex items-center gap-3 text-sm">
          <span class="figures grow">
            {#if value === undefined}Nothing supposed{:else if one.points}Supposed: {pointsText(value)} of {pointsText(
                one.high
              )}{:else}Supposed: {value >= 1 ? 'passed' : 'not passed'}{/if}
          </span>
          {#if value !== undefined}<button type="button" class="btn btn-xs" onclick={() => supposed.delete(one.id)}
              >Not supposed<span class="sr-only">: {one.title}</span></button
            >{/if}
        </p>
      </li>
    {/each}
  </ul>
  {#if then}
    <p class="mt-3 rounded border border-dashed border-accent p-3" role="status">
      If that came true: <b class="figures font-display text-xl">{then.result?.text ?? 'no result'}</b> instead of
      {now.result?.text ?? 'no result'}.
      <button type="button" class="btn ml-2 btn-sm" onclick={() => supposed.clear()}>Suppose nothing</button>
    </p>
  {/if}
</section>

<Wish {scheme} {made} {open} />
<Movers moves={ways} />
