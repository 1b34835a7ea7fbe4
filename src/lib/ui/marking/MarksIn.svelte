<script lang="ts">
  import { Download } from '@lucide/svelte';
  import { enhance } from '$app/forms';
  import type { MarksPlan } from '$core/marking/marks-file';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    /** What the text would do; null before it was looked at. */
    plan: MarksPlan | null;
    text: string;
    kept: boolean;
    problem: string | null;
    /** Where the marks are as they stand. */
    csv: string;
  }
  /** Marks as a table: fetched, filled in elsewhere, looked at line by line, and kept all together or not at all. */
  const { plan, text, kept, problem, csv }: Props = $props();
  let own = $state<string | null>(null);
  const shown = $derived(own ?? text);
  const ready = $derived(
    plan !== null && !kept && plan.problems.length === 0 && plan.marks.length > 0 && shown === text
  );

  async function read(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    if (file) own = await file.text();
  }
</script>

<p class="mb-4 max-w-prose">
  Fetch the table, fill in points and remarks by account, and bring it back. Everything is looked at before anything is
  kept, and the students see nothing until you return their work.
</p>
<p class="mb-6">
  <a class="btn" href={csv} download
    ><Download size={18} strokeWidth={1.75} aria-hidden="true" /> The table as it is now</a
  >
</p>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
{#if kept && plan}
  <Message kind="done">{plan.marks.length} marks are kept. Return them from the class when they are right.</Message>
{/if}
<form
  method="post"
  action="?/look"
  use:enhance={() =>
    ({ update }) => ((own = null), update({ reset: false }))}
>
  <label class="block"
    >A table from this device <input
      class="file-input mt-1 block"
      type="file"
      accept=".csv,text/csv"
      onchange={read}
    /></label
  >
  <label class="mt-3 block"
    >Or what stands in it
    <textarea
      class="figures textarea mt-1 block w-full text-sm"
      name="text"
      rows="8"
      maxlength="200000"
      required
      value={shown}
      oninput={(event) => (own = event.currentTarget.value)}></textarea>
  </label>
  <p class="mt-3 flex gap-2">
    <button class="btn {ready ? '' : 'btn-primary'}">Look at what it says</button>
    {#if ready && plan}<button class="btn btn-primary" formaction="?/take">Keep {plan.marks.length} marks</button>{/if}
  </p>
</form>
{#if plan && !kept}
  {#if plan.problems.length > 0}
    <h2 class="mt-6 mb-2 text-xl font-semibold">
      {plan.problems.length === 1 ? 'One row does not fit' : `${plan.problems.length} rows do not fit`}, so nothing is
      kept
    </h2>
    <ul class="grid gap-1">
      {#each plan.problems as { line, words }, i (i)}<li>
          {#if line > 0}<b class="figures">Line {line}:</b>{/if}
          {words}
        </li>{/each}
    </ul>
  {/if}
  <h2 class="mt-6 mb-2 text-xl font-semibold">
    {plan.marks.length} marks{plan.blank > 0 ? `, ${plan.blank} rows say nothing` : ''}
  </h2>
  {#if plan.marks.length > 0}
    <table class="table table-sm">
      <thead
        ><tr
          ><th scope="col">Student</th><th scope="col">Round</th><th scope="col">Points</th><th scope="col">Remark</th
          ></tr
        ></thead
      >
      <tbody>
        {#each plan.marks as mark (mark.packetId)}
          <tr>
            <td>{mark.student}</td><td class="figures">{mark.round}</td><td class="figures">{mark.points ?? ''}</td>
            <td class="wrap-anywhere">{mark.remark.slice(0, 120)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
{/if}
