<script lang="ts">
  import { untrack } from 'svelte';
  import type { SchemeMove } from '$core/grades/moves';
  import type { NamedScale } from '$core/grades/scales';
  import { Scheme } from '$core/grades/scheme';
  import { act } from '$ui/forms/act';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { newCategory, withoutCategory } from './scheme-draft';
  import SchemeCategory from './SchemeCategory.svelte';
  import SchemeMoves from './SchemeMoves.svelte';
  import SchemePlaces from './SchemePlaces.svelte';
  import SchemeWhole from './SchemeWhole.svelte';

  interface Props {
    scheme: Scheme;
    /** The scheme that holds is the teachers' own. */
    own: boolean;
    /** Those that the school keeps. */
    scales: readonly NamedScale[];
    assignments: ReadonlyArray<{ id: string; title: string; points: number | null; unit: string | null }>;
    /** What the scheme that was tried would change. */
    tried: { moves: SchemeMove[]; stay: number } | null;
  }
  /** How results become the grade, written by the teacher: tried on the class before it holds. */
  const { scheme, own, scales, assignments, tried }: Props = $props();
  let draft = $state<Scheme>(untrack(() => structuredClone($state.snapshot(scheme) as Scheme)));
  const parsed = $derived(Scheme.safeParse($state.snapshot(draft)));
  const problems = $derived(parsed.success ? [] : [...new Set(parsed.error.issues.map(({ message }) => message))]);
</script>

<p class="mb-4 max-w-prose">
  {own
    ? 'This scheme holds.'
    : 'The course counts as is usual: what you see is that. Change it, try it, and put it in force.'}
</p>
<section class="mb-6" aria-labelledby="categories">
  <h3 id="categories" class="mb-2 text-xl font-semibold">Categories</h3>
  <label class="mb-3 block text-sm"
    >Between them
    <select class="select mt-1 flex" bind:value={draft.between}>
      <option value="weights">each weighs what you say</option>
      <option value="points">they count by the points that lie in them</option>
    </select></label
  >
  <ol class="grid gap-3">
    {#each draft.categories as category, i (category.id)}
      <SchemeCategory
        bind:category={() => category, (changed) => (draft.categories[i] = changed)}
        weighs={draft.between === 'weights'}
        {assignments}
        onremove={draft.categories.length > 1 ? () => (draft = withoutCategory(draft, category.id)) : null}
      />
    {/each}
  </ol>
  <p class="mt-3">
    <button
      type="button"
      class="btn btn-sm"
      disabled={draft.categories.length >= 20}
      onclick={() => draft.categories.push(newCategory(draft.categories))}>Add a category</button
    >
  </p>
</section>
<SchemePlaces bind:scheme={draft} {assignments} />
<SchemeWhole bind:scheme={draft} {scales} />

{#if problems.length > 0}
  <ul class="my-3 border-l-4 border-error bg-base-100 p-3" role="status">
    {#each problems as problem (problem)}<li>{problem}</li>{/each}
  </ul>
{/if}
<form method="post" class="mt-4 flex flex-wrap gap-2" use:act>
  <input type="hidden" name="scheme" value={JSON.stringify($state.snapshot(draft))} />
  <button class="btn" formaction="?/try" disabled={problems.length > 0}>Try it on the class</button>
  <button class="btn btn-primary" formaction="?/keep" disabled={problems.length > 0}>Put it in force</button>
</form>
{#if tried}<SchemeMoves {tried} />{/if}
{#if own}<div class="mt-6"><OneButton action="?/usual">Count as is usual again</OneButton></div>{/if}
