<script lang="ts">
  import { ScanText } from '@lucide/svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { ScanGoal } from './goal';

  /** Opens the scanner, which is fetched when it is. */
  const { goal }: { goal: ScanGoal } = $props();
  const scripted = whenScripted();
  let scanner = $state.raw<ReturnType<typeof fetched> | null>(null);
  const fetched = () => import('./Scanner.svelte');
</script>

<button type="button" class="btn btn-sm" disabled={!scripted.yes} onclick={() => (scanner = fetched())}>
  <ScanText size={16} strokeWidth={1.75} aria-hidden="true" /> Scan sheets
</button>
{#if scanner}
  {#await scanner then { default: Scanner }}
    <Scanner {goal} close={() => (scanner = null)} />
  {:catch}
    <Message kind="problem">The scanner could not be fetched just now. Try again when the line is back.</Message>
  {/await}
{/if}
