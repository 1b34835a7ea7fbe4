<script lang="ts">
  import { fromWallClock, toWallClock } from '$core/time/wall-clock';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    label: string;
    moment: number | null;
    zone: string;
    problem?: string | undefined;
  }
  /** A moment on the clocks of a zone. An hour that comes twice, or never, that night is said beside it. */
  let { label, moment = $bindable(), zone, problem }: Props = $props();

  let doubt = $state<'repeated' | 'skipped' | null>(null);
  const DOUBTS = {
    repeated: 'The clocks go back that night and this hour comes twice. The first one is meant.',
    skipped: 'The clocks go forward that night and this hour does not come. The hour after it is meant.'
  };

  function changed(event: Event & { currentTarget: HTMLInputElement }) {
    const { value } = event.currentTarget;
    const reading = value === '' ? null : fromWallClock(value, zone);
    moment = reading?.moment ?? null;
    doubt = reading?.doubt ?? null;
  }
</script>

<Field {label} {problem}>
  <input
    class="input w-full"
    type="datetime-local"
    value={moment === null ? '' : toWallClock(moment, zone)}
    onchange={changed}
  />
  {#if doubt}<span class="mt-1 block text-sm" role="status">{DOUBTS[doubt]}</span>{/if}
</Field>
