<script lang="ts">
  import { isSubmitted } from '$core/judging/registry';
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { wantedName, wantsWords } from '$core/pieces/wants';
  import type { CourseHead } from '$core/courses/views';
  import Facts from '$ui/assignments/Facts.svelte';
  import RubricTable from '$ui/rubric/RubricTable.svelte';

  interface Props {
    draft: AssignmentDraft;
    course: CourseHead;
    /** Asks the server for the brief as students will read it. */
    preview: (markdown: string) => Promise<string>;
  }
  const { draft, course, preview }: Props = $props();

  const PAUSE = 300;
  let html = $state('');
  let stale = $state(false);

  $effect(() => {
    const { brief } = draft;
    const timer = setTimeout(async () => {
      try {
        html = await preview(brief);
        stale = false;
      } catch {
        stale = true;
      }
    }, PAUSE);
    return () => clearTimeout(timer);
  });

  const terms = $derived({ ...draft, late: draft.late });
  const rows = $derived(
    draft.criteria.map((row, i) => ({
      ...row,
      id: `${i}`,
      levels: row.levels.map((level, n) => ({ ...level, id: `${i}.${n}` }))
    }))
  );

  /** What is wanted in a place, with the name that a student would read there. */
  function wanted({ title, wants }: AssignmentDraft['deliverables'][number]): string[] {
    const by = { ...SOMEONE, assignment: draft.title, deliverable: title, course: course.title };
    return wantsWords(wants, wants.naming === undefined ? null : wantedName(wants.naming, by));
  }
  const SOMEONE = { name: 'Name Surname', sortName: 'Surname, Name' };
</script>

<section
  aria-labelledby="as-students"
  class="content-start rounded border border-base-300 bg-base-100 p-5 xl:sticky xl:top-4 xl:max-h-[calc(100vh-2rem)] xl:self-start xl:overflow-y-auto"
>
  <h2 id="as-students" class="text-sm opacity-80">As students see it</h2>
  <p class="mb-3 font-display text-2xl font-bold">{draft.title || 'Untitled'}</p>
  <Facts facts={{ ...draft, zone: course.zone }} {terms} roundsUsed={0} narrow />
  {#if stale}<p class="mt-3 text-sm" role="status">
      The preview is behind: the connection broke. It comes back with your next change.
    </p>{/if}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
  <div class="brief-text mt-4">{@html html}</div>
  {#if draft.mustDo.length > 0}
    <h3 class="mt-4 font-semibold">Along the way</h3>
    <ul class="list-inside list-disc">
      {#each draft.mustDo as item, i (i)}<li>{item.text}{item.optional ? ' (optional)' : ''}</li>{/each}
    </ul>
  {/if}
  {#if isSubmitted(draft.settles)}
    <h3 class="mt-4 font-semibold">Packet</h3>
    <ul class="grid gap-2">
      {#each draft.deliverables as place, i (i)}
        <li>
          <b>{place.title || 'Unnamed'}</b>{place.optional ? ', optional' : ''}
          {#if place.ask}<span class="block">{place.ask}</span>{/if}
          {#if wanted(place).length > 0}<span class="block text-sm"><b>Wanted:</b> {wanted(place).join('; ')}</span
            >{/if}
        </li>
      {/each}
    </ul>
  {/if}
  {#if rows.length > 0}
    <h3 class="mt-4 mb-2 font-semibold">Rubric</h3>
    <RubricTable criteria={rows} lost={[]} estimates={{}} estimating={false} />
  {/if}
</section>
