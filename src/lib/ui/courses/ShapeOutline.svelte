<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { reach } from '$ui/forms/reach';
  import { dragHandle, dragHandleZone, SHADOW_ITEM_MARKER_PROPERTY_NAME } from 'svelte-dnd-action';
  import Icon from '$ui/icons/Icon.svelte';
  import { deserialize } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { insideWords, moved, type OutlineItem as Item, type OutlineUnit as Unit } from '$core/courses/outline';
  import type { CourseHead } from '$core/courses/views';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import AddMaterials from './AddMaterials.svelte';
  import OutlineItem from './OutlineItem.svelte';
  import { setCourseZone } from '$ui/time/reader';
  import Showing from './Showing.svelte';
  import UnitForm from './UnitForm.svelte';

  interface Props {
    course: CourseHead;
    units: Unit[];
    current: number;
    largest: number;
  }
  /** The outline in its teacher's hands: everything can be moved, by pointer and by keyboard. */
  const { course, units, current, largest }: Props = $props();

  setCourseZone(() => course.zone);
  /** While something is moved, the page shows where it would go; after that, what the server says. */
  let order = $derived(units.map((unit) => ({ ...unit, id: unit.id ?? 'loose', items: [...unit.items] })));
  const scripted = whenScripted();
  let problem = $state('');
  let said = $state('');

  type Drag = CustomEvent<{ items: Array<Item & Record<string, unknown>> }>;

  function dragged(unitIndex: number, event: Drag) {
    order = order.map((unit, i) => (i === unitIndex ? { ...unit, items: event.detail.items } : unit));
  }

  async function dropped(unitIndex: number, event: Drag) {
    dragged(unitIndex, event);
    await save();
  }

  async function moveItem(unitIndex: number, itemIndex: number, by: -1 | 1) {
    const unit = order[unitIndex];
    if (!unit) return;
    order = order.map((one, i) =>
      i === unitIndex ? { ...one, items: moved(one.items, itemIndex, itemIndex + by) } : one
    );
    said = `${unit.items[itemIndex]?.title ?? ''} is now number ${itemIndex + by + 1} of ${unit.items.length}.`;
    await save();
  }

  async function moveUnit(unitIndex: number, by: -1 | 1) {
    said = `${order[unitIndex]?.title ?? ''} is now number ${unitIndex + by + 1}.`;
    order = moved(order, unitIndex, unitIndex + by);
    await save();
  }

  async function save() {
    const arrangement = {
      units: order.map(({ id, items }) => ({
        id: id === 'loose' ? null : id,
        items: items
          .filter((item) => !(SHADOW_ITEM_MARKER_PROPERTY_NAME in item))
          .map((item) => ({ kind: item.kind, id: item.id }))
      }))
    };
    const body = new FormData();
    body.set('arrangement', JSON.stringify(arrangement));
    problem = '';
    try {
      const answer = await reach('?/arrange', { method: 'POST', body, headers: { 'x-sveltekit-action': 'true' } });
      if (deserialize(await answer.text()).type !== 'success') throw new Error();
    } catch {
      problem = 'The new order was not kept: the connection broke. Everything is where it was.';
    }
    await invalidateAll();
  }
</script>

<div class="mb-4 flex flex-wrap gap-3">
  <a class="btn btn-primary btn-sm" href="/courses/{course.slug}/set">Set an assignment</a>
  <a class="btn btn-sm" href="/courses/{course.slug}/notices/new">Give a notice</a>
</div>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
<p class="sr-only" role="status">{said}</p>
{#if order.length === 0}
  <EmptyState
    ><p>
      This course has no {course.unitWord.toLowerCase()} yet. Add the first one below.
    </p></EmptyState
  >
{/if}
{#each order as unit, i (unit.id)}
  <details open={i === current} class="mb-2 border-y border-base-300 bg-base-100">
    <summary class="flex cursor-pointer flex-wrap items-baseline gap-x-3 px-3 py-2.5 hover:bg-base-200">
      <h2 class="text-lg font-semibold">
        {#if unit.id !== 'loose'}<span class="font-normal opacity-80">{course.unitWord} {i + 1}</span>{/if}
        {unit.title}
      </h2>
      {#if unit.hidden}<span class="badge badge-sm">Hidden</span>{/if}
      <span class="ml-auto text-sm"
        >{insideWords({ items: unit.items.filter((item) => item.kind !== 'assignment') })}</span
      >
    </summary>
    {#if unit.id !== 'loose'}
      <div class="flex flex-wrap items-end gap-3 border-t border-base-300 px-3 py-2">
        <UnitForm
          unitId={unit.id}
          title={unit.title}
          starts={unit.starts}
          courseZone={course.zone}
          word={course.unitWord}
        />
        <Showing
          kind="unit"
          id={unit.id}
          hidden={unit.hidden}
          visibleFrom={unit.visibleFrom}
          courseZone={course.zone}
        />
        <button
          class="btn btn-sm"
          disabled={!scripted.yes || i === 0}
          onclick={() => moveUnit(i, -1)}
          aria-label="Move {unit.title} up">Up</button
        >
        <button
          class="btn btn-sm"
          disabled={!scripted.yes || i === order.length - 1}
          onclick={() => moveUnit(i, 1)}
          aria-label="Move {unit.title} down">Down</button
        >
      </div>
    {/if}
    <ul
      class="min-h-10 divide-y divide-base-300 border-t border-base-300"
      use:dragHandleZone={{
        items: unit.items,
        flipDurationMs: 0,
        type: 'outline',
        dropTargetStyle: {},
        zoneItemTabIndex: -1
      }}
      onconsider={(event) => dragged(i, event)}
      onfinalize={(event) => dropped(i, event)}
      aria-label="In {unit.title}"
    >
      {#each unit.items as item, n (item.id)}
        <li class="grid grid-cols-[2.75rem_minmax(0,1fr)] items-center bg-base-100">
          <button
            use:dragHandle
            class="grid h-11 w-11 cursor-grab place-items-center"
            aria-label="Move {item.title}: drag, or use Up and Down beside it"
          >
            <Icon name="grip-vertical" />
          </button>
          <div>
            <OutlineItem {item} reader="teacher" />
            <div class="flex flex-wrap items-center gap-2 px-3 pb-2 text-sm">
              <button
                class="btn btn-xs"
                disabled={!scripted.yes || n === 0}
                onclick={() => moveItem(i, n, -1)}
                aria-label="Move {item.title} up">Up</button
              >
              <button
                class="btn btn-xs"
                disabled={!scripted.yes || n === unit.items.length - 1}
                onclick={() => moveItem(i, n, 1)}
                aria-label="Move {item.title} down">Down</button
              >
              <Showing
                kind={item.kind}
                id={item.id}
                hidden={item.hidden}
                visibleFrom={item.visibleFrom}
                courseZone={course.zone}
              />
              {#if item.kind === 'assignment'}<a class="link" href="/assignments/{item.id}/edit">Change</a>{/if}
              {#if item.kind === 'material'}
                <OneButton action="?/removeMaterial" fields={{ id: item.id }} class="link">Remove</OneButton>
              {/if}
            </div>
          </div>
        </li>
      {/each}
    </ul>
    <div class="border-t border-base-300 px-3 py-2">
      <AddMaterials unitId={unit.id === 'loose' ? '' : unit.id} {largest} />
    </div>
  </details>
{/each}
<div class="mt-4 bg-base-100 px-3 py-3">
  <UnitForm unitId={null} title="" starts={null} courseZone={course.zone} word={course.unitWord} />
</div>
