<script lang="ts">
  import { MOST_STAGES, type Track } from '$core/judging/track';
  import Field from '$ui/forms/Field.svelte';
  import RowTools from './RowTools.svelte';

  interface Props {
    stages: Track;
    /** Offices of the school that can have a stage. */
    offices: ReadonlyArray<{ id: string; name: string }>;
    problems: Record<string, string>;
  }
  /** The stages that work passes, in their order, with who has each of them. */
  let { stages = $bindable(), offices, problems }: Props = $props();
  const office = (id: string) => offices.find((one) => one.id === id) ?? null;
</script>

<fieldset class="grid gap-3 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Stages that it passes</legend>
  <p class="text-sm">
    In this order. Whoever has a stage passes the work on to the next one, or back with a remark; students see where
    theirs is, and what comes.
  </p>
  {#if problems.stages}<p class="text-error">{problems.stages}</p>{/if}
  {#each stages as stage, i (stage.id)}
    <div class="grid gap-2 border-l-4 border-base-300 pl-3">
      <div class="flex flex-wrap items-end gap-3">
        <span class="grow"
          ><Field label="Stage" problem={problems[`stages.${i}.title`]}
            ><input class="input w-full" bind:value={stage.title} maxlength="80" /></Field
          ></span
        >
        <Field label="Who has it">
          <select
            class="select"
            value={stage.office?.id ?? ''}
            onchange={(event) => (stage.office = office(event.currentTarget.value))}
          >
            <option value="">The course’s teachers</option>
            {#each offices as { id, name } (id)}<option value={id}>{name}</option>{/each}
          </select>
        </Field>
        <span class="pb-2"><RowTools bind:list={stages} index={i} name={stage.title || 'this stage'} /></span>
      </div>
      <Field label="What it takes" about="as students read it"
        ><input class="input w-full" bind:value={stage.needs} maxlength="400" /></Field
      >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="checkbox checkbox-sm"
          bind:checked={stage.asks}
          disabled={i === 0 && stage.asks}
        />
        The student hands something over for it</label
      >
    </div>
  {/each}
  <button
    type="button"
    class="btn justify-self-start btn-sm"
    disabled={stages.length >= MOST_STAGES}
    onclick={() => (stages = [...stages, { id: crypto.randomUUID(), title: '', needs: '', office: null, asks: true }])}
  >
    Add a stage
  </button>
</fieldset>
