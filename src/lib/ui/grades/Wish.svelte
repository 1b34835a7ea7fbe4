<script lang="ts">
  import type { GradeMade } from '$core/grades/course-grade';
  import { pointsText } from '$core/grades/points';
  import { needed, type StillOpen } from '$core/grades/possible';
  import { wished } from '$core/grades/scales';
  import type { Scheme } from '$core/grades/scheme';

  interface Props {
    scheme: Scheme;
    made: GradeMade;
    open: readonly StillOpen[];
  }
  /** What it takes to reach a result that one wishes for, or that it cannot be reached any more. */
  const { scheme, made, open }: Props = $props();
  let said = $state('');
  const wish = $derived(said.trim() === '' ? null : wished(said, scheme.scale));
  const answer = $derived(wish === null ? null : needed(scheme, made, open, wish));
  const example = $derived(
    scheme.scale.kind === 'bands'
      ? `one of ${scheme.scale.bands.map(({ name }) => name).join(', ')}`
      : scheme.scale.kind === 'line'
        ? `a number from ${scheme.scale.from} to ${scheme.scale.to}`
        : 'percent, such as 80'
  );
</script>

<section aria-labelledby="wish" class="mt-6 print:hidden">
  <h3 id="wish" class="text-lg font-semibold">Reach a result</h3>
  <label class="mt-1 block max-w-sm text-sm">
    <span class="font-medium">The result that you wish for</span> <span class="opacity-85">{example}</span>
    {#if scheme.scale.kind === 'bands'}
      <select class="select mt-1 flex" bind:value={said}>
        <option value=""></option>
        {#each scheme.scale.bands as { name } (name)}<option>{name}</option>{/each}
      </select>
    {:else}<input class="input mt-1 block" inputmode="decimal" bind:value={said} />{/if}
  </label>
  <div role="status" class="mt-2 max-w-prose">
    {#if said.trim() !== '' && wish === null}<p>This course has no such result: write {example}.</p>
    {:else if answer?.kind === 'certain'}<p>That is certain already, whatever becomes of the rest.</p>
    {:else if answer?.kind === 'out-of-reach'}
      <p class="font-semibold">
        It cannot be reached any more. The highest from here is {answer.highest.result?.text ?? 'no result'}.
      </p>
    {:else if answer?.kind === 'needs'}
      <p>
        With the same on each of what is open: <b class="figures">{answer.evenly} %</b> of what each still gives.
      </p>
      <p class="mt-2 text-sm">By one alone, if all others come out as the course has been so far:</p>
      <ul class="mt-1 grid gap-1">
        {#each answer.alone as one (one.id)}
          <li>
            {one.title}:
            {#if one.needs === null}<span>not by this alone</span>
            {:else if one.points}<b class="figures">{pointsText(one.needs)} of {pointsText(one.of)}</b>
            {:else}<b>{one.needs >= 1 ? 'passed' : 'whatever comes of it'}</b>{/if}
          </li>
        {/each}
      </ul>
    {/if}
  </div>
</section>
