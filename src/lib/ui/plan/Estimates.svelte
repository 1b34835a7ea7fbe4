<script lang="ts">
  import { estimateWords } from '$core/plan/estimate';
  import type { PlanLine, PlannedTask } from '$core/plan/inputs';
  import { fromWallClock, toWallClock } from '$core/time/wall-clock';
  import { absolute, span } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    lines: readonly PlanLine[];
    tasks: readonly PlannedTask[];
  }
  /** Every open assignment with how long it takes, what of it is left, and by when its student wants it done. */
  const { lines, tasks }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const open = $derived(
    tasks.flatMap((task) => {
      const line = lines.find(({ assignmentId }) => assignmentId === task.id);
      return line ? [{ task, line }] : [];
    })
  );
  const MINUTE = 60_000;
  /** The moment in the form, as the browser's clock picker gave it. */
  const moment = (event: Event) => {
    const form = event.currentTarget as HTMLFormElement;
    const picked = form.elements.namedItem('picked') as HTMLInputElement;
    const target = form.elements.namedItem('target') as HTMLInputElement;
    target.value = picked.value === '' ? '' : String(fromWallClock(picked.value, zone()).moment);
  };
</script>

<section class="mt-8" aria-labelledby="estimates">
  <h2 id="estimates" class="mb-2 text-xl font-semibold">How long things take</h2>
  <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
    {#each open as { task, line } (task.id)}
      <li class="flex flex-wrap items-end gap-x-4 gap-y-2 p-3">
        <div class="min-w-56 grow">
          <a class="link font-medium link-hover" href="/assignments/{task.id}">{line.title}</a>
          <p class="text-sm">
            {span(task.estimate.left * MINUTE)} left of {span(task.estimate.whole * MINUTE)}, {estimateWords(
              task.estimate.from
            )}{line.sat > 0 ? `; you sat at it for ${span(line.sat * MINUTE)}` : ''}.
            {line.due === null ? 'No due date' : `Due ${absolute(line.due, zone(), now)}`}{task.paced
              ? ', a bit at a time'
              : ''}.
          </p>
        </div>
        <details class="text-sm">
          <summary class="cursor-pointer">Say otherwise<span class="sr-only"> of {line.title}</span></summary>
          <form
            method="post"
            action="?/wish"
            class="mt-2 flex flex-wrap items-end gap-2 text-sm"
            use:act
            onsubmit={moment}
          >
            <input type="hidden" name="assignmentId" value={task.id} />
            <label
              >Minutes in all
              <input
                class="input mt-1 block w-24 input-sm"
                name="minutes"
                inputmode="numeric"
                value={line.own ?? ''}
                placeholder={String(task.estimate.whole)}
                aria-label="Minutes in all for {line.title}"
              /></label
            >
            <label
              >Done by, if you want
              <input
                class="input mt-1 block input-sm"
                type="datetime-local"
                name="picked"
                aria-label="{line.title} done by"
                value={line.target === null ? '' : toWallClock(line.target, zone())}
              /></label
            >
            <input type="hidden" name="target" value={line.target ?? ''} />
            <button class="btn btn-sm">Keep<span class="sr-only"> for {line.title}</span></button>
          </form>
        </details>
      </li>
    {:else}<li class="p-3">Nothing is open: there is nothing to plan.</li>{/each}
  </ul>
</section>
