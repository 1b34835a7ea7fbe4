<script lang="ts">
  import { untrack } from 'svelte';
  import { superForm } from 'sveltekit-superforms';
  import { isClosed } from '$core/packets/terms';
  import Judgement from '$ui/marking/Judgement.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { PageData } from './$types';

  const { form: start, view, round }: { form: PageData['form']; view: PageData['view']; round: number } = $props();
  const { form, errors, message, enhance, submitting } = superForm<
    typeof start.data,
    { problem: string } | { done: string }
  >(
    untrack(() => start),
    // What the teacher wrote stays on the page: when a return is refused, and when the page is read anew meanwhile.
    { resetForm: false, applyAction: 'never' }
  );
  const closed = $derived(isClosed({ due: view.due, closes: view.closes, late: view.facts.late }, view.now));
  const correcting = $derived(view.standing === null);
</script>

<h2 id="judge" class="mb-3 text-xl font-semibold">{correcting ? 'Correct the result of' : 'Return'} round {round}</h2>
{#if $message && 'problem' in $message}<Message kind="problem">{$message.problem}</Message>{/if}
{#if $message && 'done' in $message}<Message kind="done">{$message.done}</Message>{/if}
<form method="post" action="?/settle" use:enhance>
  <Judgement
    points={view.facts.points}
    settles={view.facts.settles}
    round={{ left: view.roundsLeft, closed, correcting }}
    criteria={view.criteria}
    submitting={$submitting}
    bind:values={$form}
    errors={$errors}
  >
    <input type="hidden" name="round" value={$form.round} />
    <input type="hidden" name="key" value={$form.key} />
    <input type="hidden" name="known" value={$form.known} />
  </Judgement>
</form>
