<script lang="ts">
  import { momentWords, type Caption } from '$core/recordings/captions';

  interface Props {
    captions: readonly Caption[];
    /** Where it is played, in seconds. */
    at: number;
    seek: (to: number) => void;
  }
  /** What is said in a recording, to be read beside it: each line leads to its moment. */
  const { captions, at, seek }: Props = $props();
  const now = $derived(captions.findLastIndex(({ from, to }) => at >= from && at < to));
</script>

<details open>
  <summary class="cursor-pointer text-sm font-medium">What is said</summary>
  <ol class="mt-1 max-h-48 overflow-y-auto rounded bg-base-100 py-1">
    {#each captions as { from, text }, i (i)}
      <li>
        <button
          type="button"
          aria-current={i === now ? 'true' : undefined}
          class={[
            'flex w-full gap-3 border-l-4 px-2 py-1 text-left text-sm hover:bg-base-200',
            i === now ? 'border-accent font-medium' : 'border-transparent'
          ]}
          onclick={() => seek(from)}
        >
          <span class="figures w-20 shrink-0 opacity-80">{momentWords(from)}</span>
          <span class="whitespace-pre-wrap">{text}</span>
        </button>
      </li>
    {/each}
  </ol>
</details>
