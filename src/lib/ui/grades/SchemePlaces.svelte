<script lang="ts">
  import { placeOf, type Place, type Scheme } from '$core/grades/scheme';

  interface Props {
    scheme: Scheme;
    assignments: ReadonlyArray<{ id: string; title: string; points: number | null; unit: string | null }>;
  }
  /** In which category each assignment lies, and how it counts there. */
  let { scheme = $bindable(), assignments }: Props = $props();
  const place = (id: string): Place => scheme.places[id] ?? { category: scheme.rest, extra: false, weight: null };
  const change = (id: string, to: Partial<Place>) => (scheme.places[id] = { ...place(id), ...to });
  const byShares = (id: string) =>
    scheme.categories.find((category) => category.id === placeOf(scheme, id)?.category)?.inside === 'shares';
</script>

<section class="mb-6" aria-labelledby="places">
  <h3 id="places" class="mb-2 text-xl font-semibold">Which assignment lies where</h3>
  <label class="mb-3 block text-sm"
    >Whatever is set later lies in
    <select
      class="select mt-1 flex"
      value={scheme.rest ?? ''}
      onchange={(event) => (scheme.rest = event.currentTarget.value || null)}
    >
      <option value="">no category: it does not count until it is placed</option>
      {#each scheme.categories as { id, title } (id)}<option value={id}>{title || 'the category without a name'}</option
        >{/each}
    </select></label
  >
  <div class="overflow-x-auto">
    <table class="w-full border-y border-base-300 bg-base-100 text-sm">
      <thead class="text-left">
        <tr>
          <th scope="col" class="px-3 py-1.5">Assignment</th>
          <th scope="col" class="px-3 py-1.5">Category</th>
          <th scope="col" class="px-3 py-1.5">Weight</th>
          <th scope="col" class="px-3 py-1.5">Only adds</th>
        </tr>
      </thead>
      <tbody>
        {#each assignments as { id, title, points } (id)}
          {@const own = place(id)}
          <tr class="border-t border-base-300">
            <th scope="row" class="px-3 py-1.5 text-left font-normal"
              >{title}{#if points !== null}<span class="opacity-85">{`, ${points} points`}</span>{/if}</th
            >
            <td class="px-3 py-1.5">
              <select
                class="select select-sm"
                aria-label="Category of {title}"
                value={placeOf(scheme, id)?.category ?? ''}
                onchange={(event) => change(id, { category: event.currentTarget.value || null })}
              >
                <option value="">does not count</option>
                {#each scheme.categories as category (category.id)}<option value={category.id}
                    >{category.title || 'the category without a name'}</option
                  >{/each}
              </select>
            </td>
            <td class="px-3 py-1.5">
              {#if byShares(id)}<input
                  class="input w-20 input-sm"
                  type="number"
                  min="0"
                  max="1000"
                  step="any"
                  aria-label="Weight of {title}"
                  value={own.weight ?? ''}
                  oninput={(event) =>
                    change(id, { weight: event.currentTarget.value === '' ? null : Number(event.currentTarget.value) })}
                />{:else}by its category{/if}
            </td>
            <td class="px-3 py-1.5"
              ><input
                class="checkbox checkbox-sm"
                type="checkbox"
                aria-label="{title} only adds"
                checked={own.extra}
                onchange={(event) => change(id, { extra: event.currentTarget.checked })}
              /></td
            >
          </tr>
        {:else}<tr><td class="px-3 py-2" colspan="4">Nothing has been set in this course yet.</td></tr>{/each}
      </tbody>
    </table>
  </div>
</section>
