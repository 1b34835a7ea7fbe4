<script lang="ts">
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import { MINUTE } from '$core/time/moment';
  import { span } from '$core/time/words';
  import { told } from '$ui/forms/told';
  import Message from '$ui/primitives/Message.svelte';
  import AnswerSheet from '$ui/questions/AnswerSheet.svelte';
  import type { AnswersGoal } from '$ui/questions/goal';
  import type { Filling } from '../ways';

  /** Begins to answer what is asked in the place. */
  const { at, close }: { at: Filling; close: () => void } = $props();
  let goal = $state.raw<AnswersGoal | null>(null);
  let busy = $state(false);
  let problem = $state('');
  const { facts, person } = $derived(page.data as { facts?: { title: string }; person?: { name: string } });
  const name = $derived(at.place.named ?? [facts?.title ?? at.place.title, person?.name].filter(Boolean).join(', '));
  const count = $derived(at.place.questions ?? 0);

  function begin({ began }: Record<string, unknown>) {
    if (typeof began === 'string') goal = { assignmentId: at.assignmentId, pieceId: began, name };
  }
</script>

{#if goal}
  <AnswerSheet {goal} {close} />
{:else}
  <form
    method="post"
    action="?/beginAnswers"
    class="mt-3 flex flex-wrap items-center gap-3 border-l-2 border-accent pl-3"
    use:enhance={told({ busy: (on) => (busy = on), problem: (words) => (problem = words), done: begin })}
  >
    <input type="hidden" name="deliverable" value={at.place.id ?? ''} />
    <input type="hidden" name="key" value={at.formKey} />
    <input type="hidden" name="name" value={name} />
    <p class="text-sm">
      {count === 1 ? 'One question' : `${count} questions`}. Every answer is kept as you give it.
      {#if at.place.minutes}
        <b>You have {span(at.place.minutes * MINUTE)} from the moment you begin;</b> the time runs on while they are closed.
      {/if}
    </p>
    <button class="btn btn-primary btn-sm" disabled={busy}>Begin to answer</button>
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Not now</button>
    {#if problem}<Message kind="problem">{problem}</Message>{/if}
  </form>
{/if}
