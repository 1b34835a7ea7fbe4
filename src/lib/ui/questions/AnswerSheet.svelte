<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { timeLeftWords } from '$core/questions/time-left';
  import { isAnswered } from '$core/questions/written';
  import { fileAddress } from '$core/materials/source';
  import { topics } from '$core/live/topics';
  import { whenTouched } from '$ui/live/heard';
  import { owner } from '$ui/capture/owner';
  import IconButton from '$ui/forms/IconButton.svelte';
  import SavingWords from '$ui/forms/SavingWords.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { GivenAnswers } from './given.svelte';
  import type { AnswersGoal } from './goal';
  import OneQuestion from './OneQuestion.svelte';

  /** Questions that are answered in their place, each answer kept as it is given. */
  const { goal, close }: { goal: AnswersGoal; close: () => void } = $props();
  const id = $props.id();
  const given = new GivenAnswers(
    (() => `/assignments/${goal.assignmentId}/answers/${goal.pieceId}`)(),
    (() => `vendro-answers ${owner()} ${goal.pieceId}`)()
  );
  let sheet = $state<HTMLDialogElement>();
  let at = $state(0);
  let leaving = $state(false);
  let problem = $state('');
  let left = $state<number | null>(null);
  let ticking: ReturnType<typeof setInterval> | undefined;

  const saving = $derived(given.saving);
  const asked = $derived(given.questions.filter(({ optional }) => !optional));
  const open = $derived(asked.filter((one) => !isAnswered(one, given.answers[one.id])));
  const closed = $derived(saving.state === 'refused' || (left !== null && left <= 0));
  const shown = $derived(given.oneByOne ? given.questions.slice(at, at + 1) : given.questions);

  onMount(() => {
    sheet?.showModal();
    void given.open().then(tick);
    ticking = setInterval(tick, 1000);
    const away = () => document.visibilityState === 'hidden' && void given.finish(false);
    document.addEventListener('visibilitychange', away);
    // Its teacher may give more time while it runs.
    const about = topics.assignment(goal.assignmentId);
    const deaf = whenTouched((touched) => {
      if (given.over !== null && (touched === null || touched.has(about))) void given.askTime().then(tick);
    });
    return () => {
      document.removeEventListener('visibilitychange', away);
      deaf();
    };
  });
  onDestroy(() => {
    clearInterval(ticking);
    given.close();
  });
  function tick() {
    left = given.over === null ? null : Math.max(0, given.over - performance.now());
  }
  function goTo(question: string) {
    const no = given.questions.findIndex((one) => one.id === question);
    if (given.oneByOne) at = no;
    requestAnimationFrame(() => {
      const field = sheet?.querySelector(`[data-question="${question}"] :is(input, textarea, select, button)`);
      if (field instanceof HTMLElement) field.focus();
    });
  }
  async function done() {
    try {
      await given.finish();
      const { state } = given.saving;
      if (state === 'here') await invalidateAll();
      else if (state !== 'refused' && state !== 'opening' && given.questions.length > 0) return void (leaving = true);
    } catch {
      problem = 'It could not be finished just now. What you answered is kept.';
      return;
    }
    sheet?.close();
  }
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  oncancel={(event) => {
    event.preventDefault();
    void done();
  }}
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-0 text-base-content backdrop:bg-neutral/60 lg:h-[94vh] lg:max-w-3xl lg:rounded"
>
  <div class="flex h-full flex-col">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 px-4 py-2">
      <h2 id="{id}-title" class="text-lg font-semibold wrap-anywhere">{goal.name}</h2>
      <SavingWords {saving} />
      {#if left !== null}<p class="figures text-sm font-semibold">{timeLeftWords(left)}</p>{/if}
      <span class="ml-auto"
        ><IconButton icon="x" label="Close; every answer is kept" onclick={() => void done()} /></span
      >
    </div>
    {#if asked.length > 0}
      <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 px-4 py-2 text-sm">
        <p class="font-semibold" role="status">{asked.length - open.length} of {asked.length} answered</p>
        {#each open.slice(0, 12) as one (one.id)}
          <button type="button" class="link" onclick={() => goTo(one.id)}
            >Question {given.questions.indexOf(one) + 1}</button
          >
        {/each}
        {#if open.length > 12}<span>and {open.length - 12} more</span>{/if}
      </div>
    {/if}
    <div class="min-h-0 flex-1 overflow-y-auto p-4">
      {#if saving.state === 'refused'}<Message kind="problem">{saving.words}</Message>{/if}
      {#if problem}<Message kind="problem">{problem}</Message>{/if}
      {#if leaving && saving.state !== 'here'}
        <Message kind="problem"
          >What you answered last is only on this device yet: a submit would not have it. Open the answers again here to
          send it.</Message
        >
        <button type="button" class="btn btn-sm" onclick={() => sheet?.close()}>Close it all the same</button>
      {/if}
      {#if saving.state === 'unreached' && given.questions.length === 0}
        <p>The questions could not be opened just now. Try again when the line is back.</p>
      {/if}
      <div class="grid gap-4">
        {#each shown as question (question.id)}
          <div data-question={question.id}>
            <OneQuestion
              {question}
              base="{fileAddress('pieces', goal.pieceId)}/"
              no={given.questions.indexOf(question) + 1}
              answer={given.answers[question.id]}
              {closed}
              give={(answer) => given.give(question.id, answer)}
            />
          </div>
        {/each}
      </div>
      {#if given.oneByOne && given.questions.length > 0}
        <div class="mt-4 flex items-center gap-3">
          <button type="button" class="btn btn-sm" disabled={at === 0} onclick={() => at--}>The one before</button>
          <span class="figures text-sm">{at + 1} of {given.questions.length}</span>
          <button type="button" class="btn btn-sm" disabled={at >= given.questions.length - 1} onclick={() => at++}
            >The next one</button
          >
        </div>
      {/if}
    </div>
  </div>
</dialog>
