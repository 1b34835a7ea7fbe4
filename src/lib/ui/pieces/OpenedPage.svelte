<script lang="ts">
  import Message from '$ui/primitives/Message.svelte';
  import type { PageGoal } from '$ui/pages/goal';

  /** A page that is written on; what it takes is fetched now. */
  const { goal, close }: { goal: PageGoal; close: () => void } = $props();
</script>

{#await import('$ui/pages/PageEditor.svelte') then { default: PageEditor }}
  <PageEditor {goal} {close} />
{:catch}
  <Message kind="problem">What writes pages could not be fetched just now. Try again when the line is back.</Message>
{/await}
