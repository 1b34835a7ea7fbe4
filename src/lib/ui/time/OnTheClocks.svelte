<script lang="ts">
  import { zoneName } from '$core/time/home';
  import { getCourseZone, getZone } from './reader';

  /** Beside a moment that is asked for: whose clocks it is read on, where they are not the reader's own. */
  const [course, own] = [getCourseZone(), getZone()];
  const elsewhere = $derived(course() === own() ? null : course());
</script>

{#if elsewhere}<span class="opacity-85">(on the clocks of {zoneName(elsewhere)})</span>{/if}
