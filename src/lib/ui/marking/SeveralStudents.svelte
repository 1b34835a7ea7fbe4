<script lang="ts">
  import type { ClassLine } from '$core/marking/views';
  import { act } from '$ui/forms/act';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { newId } from '$ui/forms/new-id';
  import MomentInput from '$ui/time/MomentInput.svelte';

  /** What is done for all students that are chosen in the table. Without scripts it always stands there. */
  const { chosen, teachers }: { chosen: ClassLine[]; teachers: ReadonlyArray<{ id: string; name: string }> } = $props();
  const scripted = whenScripted();
  const key = newId().slice(0, 12);
  const many = $derived(chosen.length === 1 ? '1 student' : `${chosen.length} students`);
  const settled = $derived(chosen.filter(({ standing }) => standing === 'settled').length);
</script>

{#if scripted.yes && chosen.length > 0}
  <a class="btn sticky bottom-2 z-10 mx-auto mt-3 flex w-fit shadow-md btn-neutral btn-sm md:hidden" href="#several"
    >{many} chosen: extend or excuse</a
  >
{/if}
<form
  id="several"
  method="post"
  action="?/extendSeveral"
  use:act
  class={[
    'bottom-0 z-10 mt-3 flex scroll-mt-4 flex-wrap items-end gap-x-5 gap-y-3 rounded border border-base-300 bg-base-100 p-3 shadow-md md:sticky',
    scripted.yes && chosen.length === 0 && 'hidden'
  ]}
  aria-label="For all that are chosen"
>
  <p class="basis-full font-semibold" role="status">
    {#if !scripted.yes}For all that are chosen above
    {:else}{many} chosen{settled > 0 ? `, ${settled} of them settled already` : ''}{/if}
  </p>
  <MomentInput label="New due moment" name="due" />
  <MomentInput label="Closes" name="closes" />
  <button class="btn btn-sm">Extend</button>
  <button class="btn btn-sm" formaction="?/excuseSeveral">Excuse from this</button>
  <button class="btn btn-sm" formaction="?/returnKept">Return what is kept for later</button>
  {#if teachers.length > 1}
    <span class="flex items-end gap-2">
      <label class="text-sm"
        >Marked by
        <select class="select block w-40 select-sm" name="teacher">
          <option value="">Whoever comes first</option>
          {#each teachers as { id, name } (id)}<option value={id}>{name}</option>{/each}
        </select>
      </label>
      <button class="btn btn-sm" formaction="?/giveTo">Give to them</button>
    </span>
  {/if}
  <input type="hidden" name="key" value={key} />
  <details class="basis-full">
    <summary class="cursor-pointer text-sm">Say something to each of them, aside</summary>
    <textarea
      class="textarea mt-2 block w-full max-w-prose"
      name="body"
      rows="3"
      maxlength="8000"
      aria-label="What you say to each of them, aside"></textarea>
    <p class="mt-1 flex items-center gap-3 text-sm">
      <button class="btn btn-sm" formaction="?/sayToEach">Say it to each</button> None of them learns of the others.
    </p>
  </details>
</form>
