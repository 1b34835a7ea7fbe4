<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { MarksPlan } from '$core/marking/marks-file';
  import Message from '$ui/primitives/Message.svelte';
  import TableIn from './TableIn.svelte';

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
  const ready = $derived(plan !== null && !kept && plan.problems.length === 0 && plan.marks.length > 0);
  const marks = $derived(plan?.marks.length === 1 ? '1 mark' : `${plan?.marks.length ?? 0} marks`);
</script>

<p class="mb-4 max-w-prose">
  Fetch the table, fill in points and remarks by account, and bring it back. Everything is looked at before anything is
  kept, and the students see nothing until you return their work.
</p>
<p class="mb-6">
  <a class="btn" href={csv} download><Icon name="download" /> The table as it is now</a>
</p>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
{#if kept && plan}
  <Message kind="done">Kept: {marks}. Return what is right from the class.</Message>
{/if}
<TableIn {text} longest={200_000} keep={ready ? `Keep ${marks}` : null} />
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
    {marks}{#if plan.blank > 0}, {plan.blank === 1 ? '1 row says' : `${plan.blank} rows say`} nothing{/if}
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
