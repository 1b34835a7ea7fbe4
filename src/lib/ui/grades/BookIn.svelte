<script lang="ts">
  import type { BookPlanSaid } from '$core/grades/book-plan';
  import TableIn from '$ui/marking/TableIn.svelte';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    /** What the text would do; null before it was looked at. */
    plan: BookPlanSaid | null;
    text: string;
    kept: boolean;
    problem: string | null;
    /** The grade book's address. */
    book: string;
  }
  /** Points of many assignments from one table: looked at first, kept all together or not at all. */
  const { plan, text, kept, problem, book }: Props = $props();
  const named = $derived(plan?.assignments.filter(({ plan: one }) => one.marks.length + one.problems.length > 0) ?? []);
  const count = $derived(named.reduce((sum, { plan: one }) => sum + one.marks.length, 0));
  const wrong = $derived(
    named.flatMap(({ title, plan: one }) => one.problems.map((problem) => ({ title, ...problem })))
  );
  const ready = $derived(plan !== null && !kept && wrong.length === 0 && count > 0);
</script>

<p class="mb-2 text-sm"><a class="link" href={book}>Grade book</a></p>
<h2 class="mb-1 text-2xl font-semibold">Points from a table</h2>
<p class="mb-4 max-w-prose">
  <a class="link" href="{book}/csv" download>Fetch the book</a>, write points where a round is with you, and bring it
  back. What stands in the book already is left as it is. The students see nothing until you give their work back.
</p>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
{#if kept}<Message kind="done">{count === 1 ? 'One mark is' : `${count} marks are`} kept for later.</Message>{/if}
<TableIn {text} longest={400_000} keep={ready ? (count === 1 ? 'Keep one mark' : `Keep ${count} marks`) : null} />
{#if plan && !kept}
  <ul class="mt-4 grid gap-1">
    {#each named as { id, title, plan: one } (id)}<li>
        {title}: {one.marks.length === 1 ? 'one mark' : `${one.marks.length} marks`}
      </li>{:else}
      <li>It asks for nothing that does not stand in the book already.</li>{/each}
    {#if plan.unknown.length > 0}<li>
        No assignment here: {plan.unknown.join(', ')}. Those columns are left out.
      </li>{/if}
  </ul>
  {#if wrong.length > 0}
    <h3 class="mt-4 mb-1 font-semibold">So that nothing is kept</h3>
    <ul class="grid gap-1">
      {#each wrong as { title, line, words }, i (i)}<li>{title}, line {line}: {words}</li>{/each}
    </ul>
  {/if}
{/if}
