<script lang="ts">
  import { scaleWords } from '$core/grades/scale-lines';
  import { roundingWords } from '$core/grades/rounding';
  import { SCALES } from '$core/grades/scales';
  import { act } from '$ui/forms/act';
  import ScaleFields from '$ui/grades/ScaleFields.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';

  const { data, form } = $props();
  const letters = SCALES.filter(({ scale }) => scale.kind === 'bands').slice(0, 1);
</script>

<svelte:head><title>Scales · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">Scales</h1>
<p class="mb-4 max-w-prose">
  In what results are said here. Teachers find these first when they write a scheme, and may change their copy. In the
  usual one stands every course whose teachers wrote no scheme.
</p>
<Answered {form} />
{#if data.scales.length === 0}
  <EmptyState
    ><p>The school keeps no scale yet. Courses say their results in percent until their teachers choose.</p></EmptyState
  >
{/if}
<ul class="grid gap-3">
  {#each data.scales as scale (scale.id)}
    <li class="rounded border border-base-300 bg-base-100 p-4">
      <h2 class="text-lg font-semibold">
        {scale.title}{#if scale.usual}<span class="ml-2 text-sm font-normal">usual here</span>{/if}
      </h2>
      <p class="text-sm">{scaleWords(scale)}; {roundingWords(scale.rounding)}.</p>
      <details class="mt-2">
        <summary class="cursor-pointer text-sm underline">Change {scale.title}</summary>
        <form method="post" action="?/keep" use:act class="mt-3">
          <input type="hidden" name="id" value={scale.id} />
          <ScaleFields {scale} usual={scale.usual} />
          <button class="btn mt-3 btn-primary btn-sm">Keep {scale.title}</button>
        </form>
        <form method="post" action="?/remove" use:act class="mt-3">
          <input type="hidden" name="id" value={scale.id} />
          <button class="btn btn-sm">Take {scale.title} away</button>
        </form>
      </details>
    </li>
  {/each}
</ul>
<section class="mt-8 rounded bg-base-100 p-4" aria-labelledby="another">
  <h2 id="another" class="mb-3 text-xl font-semibold">Another scale</h2>
  <form method="post" action="?/keep" use:act>
    {#each letters as like (like.title)}<ScaleFields scale={{ ...like, title: '' }} usual={false} />{/each}
    <button class="btn mt-3 btn-primary">Keep this scale</button>
  </form>
</section>
