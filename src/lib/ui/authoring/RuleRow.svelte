<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    name: string;
    /** What holds, in words. */
    says: string;
    /** It is the course's rule. */
    follows: boolean;
    onfollow: (follows: boolean) => void;
    /** Where it says something of its own. */
    own: Snippet;
  }
  /** One rule on a line: what holds, and whether it is the course's or this assignment's own. */
  const { name, says, follows, onfollow, own }: Props = $props();
</script>

<li class="grid gap-x-4 gap-y-2 py-2 sm:grid-cols-[9rem_minmax(0,1fr)_auto] sm:items-baseline">
  <span class="font-medium">{name}</span>
  <span class={follows ? '' : 'font-semibold'}>{says}</span>
  <button
    type="button"
    class="link justify-self-start text-sm"
    aria-label={follows
      ? `${name}: the course’s rule. Say something else here`
      : `${name}: go by the course’s rule again`}
    onclick={() => onfollow(!follows)}>{follows ? 'Say otherwise' : 'As in the course'}</button
  >
  {#if !follows}<div class="flex flex-wrap items-end gap-3 sm:col-span-2 sm:col-start-2">{@render own()}</div>{/if}
</li>
