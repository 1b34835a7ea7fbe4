<script lang="ts">
  import { getZone, getNow } from './reader';
  import type { Moment } from '$core/time/moment';
  import { absolute, relative } from '$core/time/words';

  interface Props {
    moment: Moment;
    /** With the relative time behind the absolute one. */
    both?: boolean;
  }
  /** Svelte drops a plain space at the edge of a block. */
  const SPACE = ' ';
  const { moment, both = true }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
</script>

<time datetime={new Date(moment).toISOString()}>{absolute(moment, zone, now)}</time>{#if both}{SPACE}<span
    class="font-normal whitespace-nowrap opacity-80">({relative(moment, now)})</span
  >{/if}
