<script lang="ts">
  import type { Absent } from '$core/grades/absent';
  import { SCALES, type NamedScale } from '$core/grades/scales';
  import type { Scheme } from '$core/grades/scheme';
  import MaybeNumber from '$ui/forms/MaybeNumber.svelte';
  import RoundingFields from './RoundingFields.svelte';
  import SchemeBands from './SchemeBands.svelte';

  /** What holds for the whole result: what is absent, scale, rounding, the most, and what it takes to pass. */
  let { scheme = $bindable(), scales }: { scheme: Scheme; scales: readonly NamedScale[] } = $props();
  /** The school's own stand first, in place of those of the same name. */
  const offered = $derived([...scales, ...SCALES.filter(({ title }) => scales.every((own) => own.title !== title))]);
  const known = $derived(
    offered.find(({ scale }) => JSON.stringify(scale) === JSON.stringify(scheme.scale))?.title ?? ''
  );
  const ABSENT: Record<Absent['kind'], Absent> = {
    never: { kind: 'never' },
    'after-due': { kind: 'after-due', days: 0 },
    from: { kind: 'from', day: '' }
  };

  function useScale(title: string) {
    const found = offered.find((one) => one.title === title);
    if (!found) return;
    scheme.scale = structuredClone($state.snapshot(found.scale) as NamedScale['scale']);
    scheme.rounding = { ...found.rounding };
  }
</script>

<section class="mb-6" aria-labelledby="whole">
  <h3 id="whole" class="mb-2 text-xl font-semibold">The whole result</h3>
  <div class="flex flex-wrap items-end gap-3 text-sm">
    <label
      >Work that is not there
      <select
        class="select mt-1 flex"
        value={scheme.absent.kind}
        onchange={(event) => (scheme.absent = ABSENT[event.currentTarget.value as Absent['kind']])}
      >
        <option value="never">never counts</option>
        <option value="after-due">is zero some days after it was due</option>
        <option value="from">is zero from a day on</option>
      </select></label
    >
    {#if scheme.absent.kind === 'after-due'}<label
        >Days after <input
          class="input mt-1 block w-20"
          type="number"
          min="0"
          max="365"
          bind:value={scheme.absent.days}
        /></label
      >{:else if scheme.absent.kind === 'from'}<label
        >From <input class="input mt-1 block" type="date" bind:value={scheme.absent.day} /></label
      >{/if}
    <label
      >The scale
      <select class="select mt-1 flex" value={known} onchange={(event) => useScale(event.currentTarget.value)}>
        {#if known === ''}<option value="">of this course’s own</option>{/if}
        {#each offered as { title } (title)}<option>{title}</option>{/each}
      </select></label
    >
    <RoundingFields bind:rounding={scheme.rounding} />
    <MaybeNumber label="At most, in %" bind:value={scheme.most} min={100} max={200} step={1} />
    <MaybeNumber label="Passed from, in %" bind:value={scheme.pass} max={100} />
    <MaybeNumber label="At most so many % where a minimum is not reached" bind:value={scheme.failedAtMost} max={100} />
    <label class="flex items-center gap-2 pb-2"
      ><input class="checkbox checkbox-sm" type="checkbox" bind:checked={scheme.passTakes.credits} /> Passing takes the credits</label
    >
    <label class="flex items-center gap-2 pb-2"
      ><input class="checkbox checkbox-sm" type="checkbox" bind:checked={scheme.passTakes.stages} /> Passing takes all stages</label
    >
  </div>
  {#if scheme.scale.kind === 'bands'}<SchemeBands bind:bands={scheme.scale.bands} />{/if}
</section>
