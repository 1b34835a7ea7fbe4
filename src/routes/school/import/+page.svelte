<script lang="ts">
  import { page } from '$app/state';
  import { REQUIRED, ROSTER_FILES } from '$core/school/roster-files';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
  const took = $derived(/^(\d+)\.(\d+)\.(\d+)$/.exec(page.url.searchParams.get('took') ?? ''));
  const ABOUT = {
    users: 'one row for each person',
    classes: 'one row for each course',
    enrollments: 'who is in which course'
  };
  const plan = $derived(data.plan);
  const nothing = $derived(plan && plan.counts.people + plan.counts.courses + plan.counts.enrolments === 0);
</script>

<svelte:head><title>From files · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">From files</h1>
<p class="mb-4 max-w-prose">
  Takes people, courses and who is in them from CSV files with the column names of OneRoster 1.2, as most school systems
  write them. You see what would happen, line by line, before anything does.
</p>
<Answered {form} />
{#if took}
  <Message kind="done">
    Taken in: {took[1]} accounts, {took[2]} courses, {took[3]} enrolments begun or ended. Whoever is new chooses a password
    by a link: the <a class="link" href="/school/people">roster</a> gives one.
  </Message>
{/if}
{#if plan}
  <section class="rounded bg-base-100 p-4" aria-labelledby="plan">
    <h2 id="plan" class="text-xl font-semibold">What would happen</h2>
    <dl class="my-3 grid max-w-md grid-cols-[1fr_auto] gap-x-6 gap-y-1">
      <dt>Accounts added or changed</dt>
      <dd class="figures font-semibold">{plan.counts.people}</dd>
      <dt>Courses added or changed</dt>
      <dd class="figures font-semibold">{plan.counts.courses}</dd>
      <dt>Enrolments begun or ended</dt>
      <dd class="figures font-semibold">{plan.counts.enrolments}</dd>
      <dt>Rows that say what is known already</dt>
      <dd class="figures">{plan.same}</dd>
      <dt>Rows left out</dt>
      <dd class="figures {plan.problems.length > 0 ? 'font-semibold text-error' : ''}">{plan.problems.length}</dd>
    </dl>
    {#if plan.problems.length > 0}
      <h3 class="mb-1 font-semibold">Left out, and why</h3>
      <ol class="max-h-96 overflow-y-auto border-y border-base-300" aria-label="Rows left out">
        {#each plan.problems as { file, line, words }, i (i)}
          <li class="border-b border-base-300 px-2 py-1 text-sm last:border-0">
            <b class="figures">{file}.csv, line {line}</b>
            {words}
          </li>
        {/each}
      </ol>
    {/if}
    {#if plan.people.length > 0}
      <details class="mt-3">
        <summary class="cursor-pointer py-1">The accounts, {plan.counts.people}</summary>
        <ul class="columns-2 text-sm sm:columns-3">
          {#each plan.people as person (person.sourcedId)}<li>{person.sortName} ({person.handle})</li>{/each}
          {#if plan.counts.people > plan.people.length}<li>and {plan.counts.people - plan.people.length} more</li>{/if}
        </ul>
      </details>
    {/if}
    <form method="post" action="?/take" use:act class="mt-4 flex flex-wrap items-center gap-4">
      <input type="hidden" name="draft" value={data.draft} />
      {#if data.mails}
        <label class="flex items-center gap-2"
          ><input type="checkbox" class="checkbox" name="mails" /> Mail everyone who is new a link to choose a password</label
        >
      {/if}
      <button class="btn btn-primary" disabled={nothing}>
        {nothing
          ? 'There is nothing to take in'
          : plan.problems.length > 0
            ? 'Take in all but these rows'
            : 'Take all of it in'}
      </button>
      <a class="link" href="/school/import">Take nothing in</a>
    </form>
  </section>
{:else}
  <form
    method="post"
    action="?/read"
    enctype="multipart/form-data"
    class="grid max-w-3xl gap-4 rounded bg-base-100 p-4"
  >
    {#each ROSTER_FILES as file (file)}
      <Field label="{file}.csv" about="{ABOUT[file]}; needs {REQUIRED[file].join(', ')}">
        <input type="file" class="file-input w-full" name={file} accept=".csv,text/csv" />
      </Field>
    {/each}
    <button class="btn justify-self-start btn-primary">Look at what would happen</button>
  </form>
{/if}
