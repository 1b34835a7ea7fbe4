<script lang="ts">
  import { untrack } from 'svelte';
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import Icon from '$ui/icons/Icon.svelte';
  import { MOST_QUESTIONS } from '$core/questions/bounds';
  import type { Question, QuestionSet } from '$core/questions/question';
  import type { BroughtQuestions } from '$core/questions/qti/opened';
  import { sendTo } from '$ui/forms/send-to';
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
  let unread = $state.raw<BroughtQuestions['unread']>([]);
  let minutes = $state(untrack(() => set.minutes));
  const packaged = $derived(`${page.url.pathname}/package`);
  const sum = $derived(questions.reduce((all, { points }) => all + Math.round(Number(points) * 1e6), 0) / 1e6);

  function move(i: number, by: number) {
    const to = i + by;
    const [one] = questions.splice(i, 1);
    if (one) questions.splice(to, 0, one);
  }
  async function bring(input: HTMLInputElement) {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    busy = true;
    const broken = 'The line broke before the file had come, so nothing was added. Bring it again.';
    const sent = await sendTo<{ brought: BroughtQuestions }>(packaged, file, broken);
    busy = false;
    [problem, unread] = [sent.ok ? '' : `${file.name}: ${sent.words}`, sent.ok ? sent.brought.unread : []];
    if (!sent.ok) return;
    const room = MOST_QUESTIONS - questions.length;
    const { questions: more, minutes: time } = sent.brought;
    questions.push(...more.slice(0, room));
    minutes ??= time;
    said = `${Math.min(room, more.length)} questions were brought in. Look them through, then keep them.`;
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
                icon="arrow-up"
                label="Question {i + 1} further up"
                onclick={() => move(i, -1)}
              />{/if}
            {#if i < questions.length - 1}<IconButton
                icon="arrow-down"
                label="Question {i + 1} further down"
                onclick={() => move(i, 1)}
              />{/if}
            <IconButton icon="trash-2" label="Remove question {i + 1}" onclick={() => void questions.splice(i, 1)} />
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
      <button type="button" class="btn btn-sm" disabled={questions.length >= MOST_QUESTIONS} onclick={() => add(kind)}
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
        bind:value={minutes}
        placeholder="no limit"
      /></label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox checkbox-sm" name="oneByOne" value="yes" checked={set.oneByOne} /> One question
      at a time</label
    >
  </div>
  {#if unread.length > 0}
    <section aria-label="What could not be brought in" class="mb-4 border-l-4 border-accent pl-3 text-sm">
      <p class="font-medium">Not everything could be brought in:</p>
      <ul class="list-disc pl-5">
        {#each unread as { title, why }, i (i)}<li><b>{title}</b>: {why}</li>{/each}
      </ul>
    </section>
  {/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#if said}<Message kind="done">{said}</Message>{/if}
  <div class="flex items-center gap-4">
    <button class="btn btn-primary" disabled={busy}>Keep the questions</button>
    <p class="text-sm">{questions.length} questions, {sum} points together</p>
    <span class="ml-auto flex flex-wrap items-center gap-3">
      {#if set.version > 0}<a class="link text-sm" href={packaged} download>As a package (QTI 3)</a>{/if}
      <label class="btn btn-ghost btn-sm">
        <Icon name="file-input" size={16} /> Bring questions in
        <input
          type="file"
          accept=".zip,.xml"
          class="sr-only"
          disabled={busy}
          onchange={({ currentTarget }) => void bring(currentTarget)}
        />
      </label>
    </span>
  </div>
</form>
