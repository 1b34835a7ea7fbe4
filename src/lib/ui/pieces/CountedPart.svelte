<script lang="ts">
  import type { Counted } from '$core/questions/count';
  import { reach } from '$ui/forms/reach';

  /** What a machine counted of submitted answers, for those who may know it. */
  const { address }: { address: string } = $props();
  let counted = $state.raw<Counted | null>(null);
  let said = $state('');

  async function show() {
    said = '';
    const answer = await reach(`${address}/counted`).catch(() => null);
    if (answer?.ok) counted = (await answer.json()) as Counted;
    else said = answer?.status === 404 ? 'Nothing counted is to be seen of it yet.' : 'It could not be read just now.';
  }
</script>

<div class="pl-8 text-sm">
  {#if counted}
    <p><b>{counted.points} of {counted.of} points</b>, counted by machine</p>
    <ol class="mt-1 list-decimal pl-6">
      {#each counted.questions as { id, points, of, how } (id)}
        <li class="figures">
          {points === null ? `not counted; it can bring ${of}` : `${points} of ${of}${how ? `, ${how}` : ''}`}
        </li>
      {/each}
    </ol>
  {:else}
    <button type="button" class="link" onclick={() => void show()}>What a machine counted</button>
    {#if said}<span class="ml-2" role="status">{said}</span>{/if}
  {/if}
</div>
