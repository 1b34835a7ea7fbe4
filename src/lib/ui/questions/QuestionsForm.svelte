<script lang="ts">
  import { untrack } from 'svelte';
  import { enhance } from '$app/forms';
  import { ArrowDown, ArrowUp, Trash2 } from '@lucide/svelte';
  import type { Question, QuestionSet } from '$core/questions/question';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { told } from '$ui/forms/told';
  import Message from '$ui/primitives/Message.svelte';
  import { newQuestion, QUESTION_KINDS } from './new-question';
  import QuestionPicture from './QuestionPicture.svelte';
  import QuestionFields from './QuestionFields.svelte';

  interface Props {
    set: QuestionSet & { version: number; begun: number };
    /** Where pictures of the place are kept. */
    address: string;
  }
  /** The questions of a place, as their teacher writes them. */
  const { set, address }: Props = $props();
  let questions = $state<Question[]>(untrack(() => structuredClone(set.questions)));
  let busy = $state(false);
  let problem = $state('');
  let said = $state('');
  const sum = $derived(questions.reduce((all, { points }) => all + Math.round(Number(points) * 1e6), 0) / 1e6);

  function move(i: number, by: number) {
    const to = i + by;
    const [one] = questions.splice(i, 1);
    if (one) questions.splice(to, 0, one);
  }
  function add(kind: Question['kind']) {
    questions.push(newQuestion(kind));
    said = '';
  }
</script>

<p class="mb-4 max-w-prose">
  Students answer in place; every answer is kept as it is given. What you mark as right is counted by machine when they
  submit: you see it while you mark, they see it when you return their work.
  {#if set.begun > 0}<b>{set.begun} {set.begun === 1 ? 'student has' : 'students have'} begun to answer.</b> Answers to a
    question that you take out are not asked for any more.{/if}
</p>
<form
  method="post"
  action="?/keep"
  use:enhance={told({
    busy: (on) => (busy = on),
    problem: (words) => ([problem, said] = [words, '']),
    done: () => (said = 'They are kept.')
  })}
>
  <input type="hidden" name="questions" value={JSON.stringify(questions)} />
  <input type="hidden" name="known" value={set.version} />
  <ol class="grid gap-4">
    {#each questions as question, i (question.id)}
      <li class="rounded border border-base-300 bg-base-100 p-4">
        <div class="mb-2 flex flex-wrap items-center gap-2">
          <h2 class="font-semibold">Question {i + 1}</h2>
          <span class="text-sm opacity-80">{QUESTION_KINDS.find(({ kind }) => kind === question.kind)?.label}</span>
          <span class="ml-auto flex">
            {#if i > 0}<IconButton
                icon={ArrowUp}
                label="Question {i + 1} further up"
                onclick={() => move(i, -1)}
              />{/if}
            {#if i < questions.length - 1}<IconButton
                icon={ArrowDown}
                label="Question {i + 1} further down"
                onclick={() => move(i, 1)}
              />{/if}
            <IconButton icon={Trash2} label="Remove question {i + 1}" onclick={() => void questions.splice(i, 1)} />
          </span>
        </div>
        <label class="block text-sm"
          >What is asked <span class="opacity-80">formulas between dollar signs: $x^2$</span>
          <textarea
            class="textarea mt-1 mb-3 block w-full"
            rows="2"
            bind:value={question.text}
            maxlength="4000"
            required></textarea>
        </label>
        <QuestionPicture bind:question={questions[i] as Question} no={i + 1} {address} />
        <QuestionFields bind:question={questions[i] as Question} no={i + 1} base="{address}/" />
        <div class="mt-3 flex flex-wrap items-center gap-6 text-sm">
          <label class="flex items-center gap-2"
            >Points <input
              class="input w-20 input-sm"
              bind:value={question.points}
              pattern="\d{'{1,9}'}(\.\d{'{1,6}'})?"
              required
            /></label
          >
          <label class="flex items-center gap-2"
            ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={question.optional} /> May stay empty</label
          >
        </div>
      </li>
    {/each}
  </ol>
  <div class="my-4 flex flex-wrap items-center gap-2">
    <span class="text-sm">Add a question:</span>
    {#each QUESTION_KINDS as { kind, label } (kind)}
      <button type="button" class="btn btn-sm" disabled={questions.length >= 120} onclick={() => add(kind)}
        >{label}</button
      >
    {/each}
  </div>
  <div class="mb-4 flex flex-wrap items-end gap-6 text-sm">
    <label
      >Minutes from the first look <input
        class="input mt-1 block w-28 input-sm"
        type="number"
        name="minutes"
        min="1"
        max="600"
        value={set.minutes ?? ''}
        placeholder="no limit"
      /></label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox checkbox-sm" name="oneByOne" value="yes" checked={set.oneByOne} /> One question
      at a time</label
    >
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#if said}<Message kind="done">{said}</Message>{/if}
  <div class="flex items-center gap-4">
    <button class="btn btn-primary" disabled={busy}>Keep the questions</button>
    <p class="text-sm">{questions.length} questions, {sum} points together</p>
  </div>
</form>
