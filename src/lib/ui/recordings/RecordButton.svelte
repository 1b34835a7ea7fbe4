<script lang="ts">
  import { Mic } from '@lucide/svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { RecordingGoal } from './goal';

  /** Opens what records, which is fetched when it is. */
  const { goal }: { goal: RecordingGoal } = $props();
  const scripted = whenScripted();
  const fetched = () => import('./Studio.svelte');
  let studio = $state.raw<ReturnType<typeof fetched> | null>(null);
</script>

<button type="button" class="btn btn-sm" disabled={!scripted.yes} onclick={() => (studio = fetched())}>
  <Mic size={16} strokeWidth={1.75} aria-hidden="true" /> Record
</button>
{#if studio}
  {#await studio then { default: Studio }}
    <Studio {goal} close={() => (studio = null)} />
  {:catch}
    <Message kind="problem">What records could not be fetched just now. Try again when the line is back.</Message>
  {/await}
{/if}
