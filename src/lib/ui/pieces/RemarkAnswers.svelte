<script lang="ts">
  import { type RemarkView } from '$core/remarks/remarks';
  import { LONGEST_REMARK, MOST_ANSWERS } from '$core/remarks/bounds';
  import Message from '$ui/primitives/Message.svelte';
  import When from '$ui/time/When.svelte';
  import type { Remarking } from './remarking.svelte';

  /** What was said to a remark, with room to say more. */
  const { remark, remarking }: { remark: RemarkView; remarking: Remarking } = $props();
  let open = $state(false);
  let body = $state('');
  let busy = $state(false);
  let problem = $state('');

  async function say() {
    if (busy || body.trim() === '') return;
    busy = true;
    problem = (await remarking.answer?.(remark.id, body.trim())) ?? '';
    busy = false;
    if (problem === '') [body, open] = ['', false];
  }
</script>

{#if remark.answers.length > 0}
  <ol class="mt-2 grid gap-1.5 border-l-2 border-base-300 pl-3" aria-label="Said to this remark">
    {#each remark.answers as answer, i (i)}
      <li>
        <p class="wrap-anywhere whitespace-pre-line">{answer.body}</p>
        <p class="opacity-80">{answer.by}, <When moment={answer.at} both={false} /></p>
      </li>
    {/each}
  </ol>
{/if}
{#if remarking.answer && remark.returned && remark.answers.length < MOST_ANSWERS}
  {#if open}
    <form
      class="mt-2"
      onsubmit={(event) => {
        event.preventDefault();
        void say();
      }}
    >
      <!-- svelte-ignore a11y_autofocus (it was asked for) -->
      <textarea
        class="textarea block w-full"
        rows="2"
        maxlength={LONGEST_REMARK}
        aria-label="Your answer to this remark"
        bind:value={body}
        autofocus
        onkeydown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void say();
          if (event.key === 'Escape') open = false;
        }}></textarea>
      {#if problem}<Message kind="problem">{problem}</Message>{/if}
      <p class="mt-1 flex gap-2">
        <button class="btn btn-sm" disabled={busy || body.trim() === ''}>Send this answer</button>
        <button type="button" class="btn btn-ghost btn-sm" onclick={() => (open = false)}>Not now</button>
      </p>
    </form>
  {:else}
    <button type="button" class="mt-1 link" onclick={() => (open = true)}
      >Answer<span class="sr-only"> this remark</span></button
    >
  {/if}
{/if}
