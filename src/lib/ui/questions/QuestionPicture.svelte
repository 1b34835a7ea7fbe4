<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Question } from '$core/questions/question';
  import { sendPicture } from '$ui/forms/send-picture';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    question: Question;
    no: number;
    /** Where pictures of the place are kept. */
    address: string;
  }
  /** The picture beside a question. */
  const { question = $bindable(), no, address }: Props = $props();
  let busy = $state(false);
  let problem = $state('');

  async function bring(input: HTMLInputElement) {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    [busy, problem] = [true, ''];
    const sent = await sendPicture(address, file);
    busy = false;
    if (sent.ok) question.picture = { name: sent.name, alt: question.picture?.alt ?? '' };
    else problem = `${file.name}: ${sent.words}`;
  }
</script>

<div class="mb-3 flex flex-wrap items-end gap-3 text-sm">
  {#if question.picture && question.kind !== 'spot'}
    <img src="{address}/{question.picture.name}" alt={question.picture.alt} class="max-h-24 rounded" />
  {/if}
  <label class="btn btn-sm">
    <Icon name="image-plus" size={16} />
    {busy ? 'On its way …' : question.picture ? 'Another picture' : 'A picture beside it'}
    <span class="sr-only">for question {no}</span>
    <input
      type="file"
      accept="image/*"
      class="sr-only"
      disabled={busy}
      onchange={({ currentTarget }) => void bring(currentTarget)}
    />
  </label>
  {#if question.picture}
    <label class="min-w-56 flex-1"
      >What the picture shows <input
        class="input mt-1 block w-full input-sm"
        bind:value={question.picture.alt}
        maxlength="500"
      /></label
    >
    <button type="button" class="btn btn-ghost btn-sm" onclick={() => (question.picture = null)}>Without it</button>
  {/if}
</div>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
