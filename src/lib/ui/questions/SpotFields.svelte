<script lang="ts">
  import type { Question, Spot } from '$core/questions/question';
  import IconButton from '$ui/forms/IconButton.svelte';
  import SpotPicture from './SpotPicture.svelte';

  interface Props {
    question: Extract<Question, { kind: 'spot' }>;
    no: number;
    /** Where the picture lies. */
    base: string;
    change: (key: Key) => void;
  }
  type Key = Extract<Question, { kind: 'spot' }>['key'];
  /** Where on its picture a question is answered rightly: one ellipse or several. */
  const { question, no, base, change }: Props = $props();
  /** How large an ellipse is at first, in thousandths. */
  const FIRST = 60;
  let at = $state.raw<Spot | null>(null);
  const resize = (i: number, side: 'across' | 'down', to: number) => {
    if (to >= 0 && to <= 1000)
      change(question.key.map((one, n) => (n === i ? { ...one, [side]: Math.round(to) } : one)));
  };
</script>

{#if question.picture === null}
  <p class="text-sm">Choose its picture first, then mark on it what is right.</p>
{:else}
  <p class="mb-1 text-sm">Mark what is right; without a mark, you judge it yourself.</p>
  <SpotPicture src="{base}{question.picture.name}" alt={question.picture.alt} {at} mark={(spot) => (at = spot)}>
    {#snippet more()}
      {#each question.key as one, i (i)}
        <ellipse
          cx={one.x}
          cy={one.y}
          rx={one.across}
          ry={one.down}
          class="fill-primary/30 stroke-primary"
          stroke-width="4"
        />
      {/each}
    {/snippet}
  </SpotPicture>
  <button
    type="button"
    class="btn mt-2 block btn-sm"
    disabled={at === null || question.key.length >= 20}
    onclick={() => {
      if (at) change([...question.key, { ...at, across: FIRST, down: FIRST }]);
      at = null;
    }}>What is marked is right</button
  >
  <ul class="mt-2 grid gap-1">
    {#each question.key as one, i (i)}
      <li class="flex flex-wrap items-center gap-3 text-sm">
        Right place {i + 1}
        <label
          >half across <input
            type="number"
            class="figures input w-20 input-sm"
            min="5"
            max="500"
            step="5"
            value={one.across}
            onchange={({ currentTarget }) => resize(i, 'across', currentTarget.valueAsNumber)}
          /></label
        >
        <label
          >half down <input
            type="number"
            class="figures input w-20 input-sm"
            min="5"
            max="500"
            step="5"
            value={one.down}
            onchange={({ currentTarget }) => resize(i, 'down', currentTarget.valueAsNumber)}
          /></label
        >
        <IconButton
          icon="trash-2"
          label="Remove right place {i + 1} of question {no}"
          onclick={() => change(question.key.filter((_, n) => n !== i))}
        />
      </li>
    {/each}
  </ul>
{/if}
