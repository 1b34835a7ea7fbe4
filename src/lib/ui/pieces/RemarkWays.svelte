<script lang="ts">
  interface Props {
    there: { words: boolean; cells: boolean; sound: boolean };
    /** There is a picture or a sheet to draw on. */
    picture: boolean;
    draws: 'area' | 'ink' | null;
    /** Words that were looked for in vain. */
    missing: string;
    find: (words: string) => void;
    whole: () => void;
    moment: () => void;
  }
  /** What of a piece can be remarked on, and how. */
  let { there, picture, draws = $bindable(), missing, find, whole, moment }: Props = $props();
  const WAYS = [
    ['area', 'Mark a part'],
    ['ink', 'Draw by hand']
  ] as const;
</script>

<p class="flex flex-wrap gap-2">
  <button type="button" class="btn btn-sm" onclick={whole}>Remark on all of it</button>
  {#if there.sound}<button type="button" class="btn btn-sm" onclick={moment}>Remark on this moment</button>{/if}
  {#if picture}
    {#each WAYS as [way, words] (way)}
      {#if way === 'ink' || there.words}
        <button
          type="button"
          class="btn btn-sm aria-pressed:btn-neutral"
          aria-pressed={draws === way}
          onclick={() => (draws = draws === way ? null : way)}>{words}</button
        >
      {/if}
    {/each}
  {/if}
</p>
{#if there.words || there.cells}
  <form
    class="mt-2 text-sm"
    onsubmit={(event) => {
      event.preventDefault();
      find(String(new FormData(event.currentTarget).get('words') ?? ''));
    }}
  >
    <label
      >{there.cells ? 'Or press on a cell, or say what it says' : 'Or pick words in the text, or name them'}
      <span class="mt-1 flex gap-2">
        <input class="input min-w-0 flex-1 input-sm" name="words" maxlength="300" />
        <button class="btn btn-sm">Find</button>
      </span>
    </label>
    {#if missing}<p role="status">“{missing}” does not stand there.</p>{/if}
  </form>
{/if}
{#if picture && (draws === 'area' || (draws === null && !there.words))}
  <p class="mt-1 text-sm">Or press on the picture, or draw around a part of it.</p>
{:else if draws === 'ink'}
  <p class="mt-1 text-sm">Draw on it; each line goes on from the last. Then say what it means.</p>
{/if}
