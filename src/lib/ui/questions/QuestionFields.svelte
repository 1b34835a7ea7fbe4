<script lang="ts">
  import { cut } from '$core/cut';
  import Icon from '$ui/icons/Icon.svelte';
  import type { Question } from '$core/questions/question';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { option } from './new-question';
  import SpotFields from './SpotFields.svelte';

  interface Props {
    question: Question;
    /** Its number. */
    no: number;
    /** Where pictures of the place lie. */
    base: string;
  }
  /** What a question offers and what is right, as its teacher writes it. */
  const { question = $bindable(), no, base }: Props = $props();
  const keyLines = (text: string) =>
    text
      .split('\n')
      .map((line) => cut(line.trim(), 200))
      .filter((line) => line !== '')
      .slice(0, 20);
</script>

{#if question.kind === 'choice'}
  {@const choice = question}
  <ul class="grid gap-2">
    {#each choice.options as one, i (one.id)}
      <li class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          aria-label="Option {i + 1} of question {no} is right"
          title="Is right"
          checked={choice.key.includes(one.id)}
          onchange={({ currentTarget }) => {
            const others = choice.several ? choice.key.filter((id) => id !== one.id) : [];
            choice.key = currentTarget.checked ? [...others, one.id] : others;
          }}
        />
        <input
          class="input w-full input-sm"
          aria-label="Option {i + 1} of question {no}"
          bind:value={one.text}
          maxlength="400"
          required
        />
        {#if choice.options.length > 2}
          <IconButton
            icon="trash-2"
            label="Remove option {i + 1} of question {no}"
            onclick={() => {
              choice.options = choice.options.filter(({ id }) => id !== one.id);
              choice.key = choice.key.filter((id) => id !== one.id);
            }}
          />
        {/if}
      </li>
    {/each}
  </ul>
  <div class="mt-2 flex flex-wrap gap-4">
    <button
      type="button"
      class="btn btn-ghost btn-sm"
      disabled={choice.options.length >= 30}
      onclick={() => (choice.options = [...choice.options, option('')])}
      ><Icon name="plus" size={16} /> Another option</button
    >
    <label class="flex items-center gap-2 text-sm"
      ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={choice.several} /> Several may be chosen</label
    >
  </div>
{:else if question.kind === 'text'}
  {@const words = question}
  <label class="flex items-center gap-2 text-sm"
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={words.long} /> Room for several paragraphs</label
  >
  {#if !words.long}
    <label class="mt-2 block text-sm"
      >Answers that count as right, one on a line; without any, you mark it yourself
      <textarea
        class="textarea mt-1 block w-full textarea-sm"
        rows="2"
        value={words.key.join('\n')}
        onchange={({ currentTarget }) => (words.key = keyLines(currentTarget.value))}></textarea>
    </label>
  {/if}
{:else if question.kind === 'number'}
  {@const number = question}
  <div class="flex flex-wrap gap-4 text-sm">
    <label
      >Right is <input
        class="input mt-1 block w-32 input-sm"
        value={number.key ?? ''}
        pattern="-?\d{'{1,9}'}(\.\d{'{1,6}'})?"
        onchange={({ currentTarget }) => (number.key = currentTarget.value.trim() || null)}
      /></label
    >
    <label
      >give or take <input
        class="input mt-1 block w-24 input-sm"
        bind:value={number.tolerance}
        pattern="\d{'{1,9}'}(\.\d{'{1,6}'})?"
        required
      /></label
    >
    <label>Unit <input class="input mt-1 block w-24 input-sm" bind:value={number.unit} maxlength="30" /></label>
  </div>
{:else if question.kind === 'match'}
  {@const match = question}
  <p class="mb-1 text-sm">What belongs together stands beside each other; students find the right ones mixed.</p>
  <ul class="grid gap-2">
    {#each match.left as one, i (one.id)}
      {@const other = match.right[i]}
      <li class="flex items-center gap-2">
        <input
          class="input w-full input-sm"
          aria-label="Left {i + 1} of question {no}"
          bind:value={one.text}
          maxlength="400"
          required
        />
        {#if other}
          <input
            class="input w-full input-sm"
            aria-label="Right {i + 1} of question {no}"
            bind:value={other.text}
            maxlength="400"
            required
          />
        {/if}
      </li>
    {/each}
  </ul>
  <button
    type="button"
    class="btn mt-2 btn-ghost btn-sm"
    disabled={match.left.length >= 20}
    onclick={() => {
      const [left, right] = [option(''), option('')];
      match.left = [...match.left, left];
      match.right = [...match.right, right];
      match.key = { ...match.key, [left.id]: right.id };
    }}><Icon name="plus" size={16} /> Another pair</button
  >
{:else if question.kind === 'spot'}
  {@const spot = question}
  <SpotFields question={spot} {no} {base} change={(key) => (spot.key = key)} />
{:else}
  {@const order = question}
  <p class="mb-1 text-sm">In the right order; students find them mixed.</p>
  <ol class="grid list-decimal gap-2 pl-6">
    {#each order.items as one, i (one.id)}
      <li>
        <input
          class="input w-full input-sm"
          aria-label="Step {i + 1} of question {no}"
          bind:value={one.text}
          maxlength="400"
          required
        />
      </li>
    {/each}
  </ol>
  <button
    type="button"
    class="btn mt-2 btn-ghost btn-sm"
    disabled={order.items.length >= 20}
    onclick={() => (order.items = [...order.items, option('')])}><Icon name="plus" size={16} /> Another step</button
  >
{/if}
