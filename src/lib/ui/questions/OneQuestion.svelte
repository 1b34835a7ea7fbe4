<script lang="ts">
  import type { Answer, Asked } from '$core/questions/question';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { spotAnswer, spotIn } from '$core/questions/spot';
  import SpotPicture from './SpotPicture.svelte';
  import QuestionText from './QuestionText.svelte';

  interface Props {
    question: Asked;
    no: number;
    /** Where its picture lies. */
    base: string;
    answer: Answer | undefined;
    /** Nothing can be answered any more. */
    closed: boolean;
    give: (answer: Answer) => void;
  }
  /** One question with what it is answered by. Everything in it is reached by keyboard. */
  const { question, no, base, answer, closed, give }: Props = $props();
  const id = $props.id();
  const ids = $derived(Array.isArray(answer) ? answer : []);
  const words = $derived(typeof answer === 'string' ? answer : '');
  const pairs = $derived(typeof answer === 'object' && !Array.isArray(answer) ? answer : {});

  function pair(left: string, right: string) {
    const others = Object.fromEntries(Object.entries(pairs).filter(([one]) => one !== left));
    give(right === '' ? others : { ...others, [left]: right });
  }
  function move(order: string[], i: number, by: number) {
    const next = [...order];
    const [one] = next.splice(i, 1);
    if (one !== undefined) next.splice(i + by, 0, one);
    give(next);
  }
</script>

<fieldset class="rounded border border-base-300 bg-base-100 p-4" disabled={closed} aria-labelledby="{id}-text">
  <div class="mb-3 flex gap-2">
    <span class="figures font-semibold">{no}.</span>
    <div id="{id}-text" class="min-w-0 flex-1"><QuestionText text={question.text} /></div>
    <span class="figures shrink-0 text-sm opacity-80"
      >{question.points === '1' ? '1 point' : `${question.points} points`}{question.optional
        ? ', if you want'
        : ''}</span
    >
  </div>
  {#if question.picture && question.kind !== 'spot'}
    <img src="{base}{question.picture.name}" alt={question.picture.alt} class="mb-3 max-h-96 max-w-full rounded" />
  {/if}
  {#if question.kind === 'choice'}
    {@const { several } = question}
    <div class="grid gap-1">
      {#each question.options as one (one.id)}
        <label class="flex min-h-9 items-center gap-3">
          <input
            type={several ? 'checkbox' : 'radio'}
            class={several ? 'checkbox checkbox-sm' : 'radio radio-sm'}
            name="{id}-choice"
            checked={ids.includes(one.id)}
            onchange={({ currentTarget }) => {
              const others = several ? ids.filter((chosen) => chosen !== one.id) : [];
              give(currentTarget.checked ? [...others, one.id] : others);
            }}
          />
          {one.text}
        </label>
      {/each}
    </div>
  {:else if question.kind === 'text'}
    {#if question.long}
      <textarea
        class="textarea block w-full"
        rows="5"
        maxlength="20000"
        aria-labelledby="{id}-text"
        value={words}
        oninput={({ currentTarget }) => give(currentTarget.value)}></textarea>
    {:else}
      <input
        class="input block w-full"
        maxlength="2000"
        aria-labelledby="{id}-text"
        value={words}
        oninput={({ currentTarget }) => give(currentTarget.value)}
      />
    {/if}
  {:else if question.kind === 'number'}
    <span class="flex items-center gap-2">
      <input
        class="input w-40"
        inputmode="decimal"
        maxlength="100"
        aria-labelledby="{id}-text"
        value={words}
        oninput={({ currentTarget }) => give(currentTarget.value)}
      />
      {question.unit}
    </span>
  {:else if question.kind === 'match'}
    <ul class="grid gap-2">
      {#each question.left as left (left.id)}
        <li class="flex flex-wrap items-center gap-3">
          <span class="min-w-40">{left.text}</span>
          <select
            class="select w-64 select-sm"
            aria-label="What belongs to {left.text}"
            value={pairs[left.id] ?? ''}
            onchange={({ currentTarget }) => pair(left.id, currentTarget.value)}
          >
            <option value="">Choose</option>
            {#each question.right as right (right.id)}<option value={right.id}>{right.text}</option>{/each}
          </select>
        </li>
      {/each}
    </ul>
  {:else if question.kind === 'spot'}
    {#if question.picture}
      <SpotPicture
        src="{base}{question.picture.name}"
        alt={question.picture.alt}
        at={spotIn(answer)}
        disabled={closed}
        mark={(at) => give(spotAnswer(at))}
      />
    {/if}
  {:else}
    {@const order = ids.length > 0 ? ids : question.items.map((one) => one.id)}
    <ol class="grid gap-1">
      {#each order as one, i (one)}
        {@const text = question.items.find((item) => item.id === one)?.text ?? ''}
        <li class="flex items-center gap-2">
          <span class="figures w-6 opacity-80">{i + 1}.</span>
          <span class="min-w-0 flex-1">{text}</span>
          <IconButton
            icon="arrow-up"
            label="{text}: further up"
            disabled={i === 0}
            onclick={() => move(order, i, -1)}
          />
          <IconButton
            icon="arrow-down"
            label="{text}: further down"
            disabled={i === order.length - 1}
            onclick={() => move(order, i, 1)}
          />
        </li>
      {/each}
    </ol>
    {#if ids.length === 0}
      <button type="button" class="btn mt-2 btn-ghost btn-sm" onclick={() => give(order)}
        >It is right as it stands</button
      >
    {/if}
  {/if}
</fieldset>
