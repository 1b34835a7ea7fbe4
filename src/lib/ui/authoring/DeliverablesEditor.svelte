<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { wantsWords, type Range, type Wants } from '$core/assignments/wants';
  import Field from '$ui/forms/Field.svelte';
  import RowTools from './RowTools.svelte';

  interface Props {
    deliverables: AssignmentDraft['deliverables'];
    /** What the course asks of every new one. */
    fresh: Wants;
    problems: Record<string, string>;
  }
  /** What the brief asks for, one place of the packet each, with what each has to be. */
  let { deliverables = $bindable(), fresh, problems }: Props = $props();

  const RANGES = [
    ['howMany', 'Pieces'],
    ['words', 'Words'],
    ['pages', 'Pages'],
    ['seconds', 'Seconds of recording']
  ] as const;

  function setRange(wants: Wants, name: (typeof RANGES)[number][0], end: keyof Range, text: string) {
    const range: Range = { ...wants[name], [end]: text === '' ? undefined : Number(text) };
    wants[name] = range.from === undefined && range.to === undefined ? undefined : range;
  }

  function setTypes(wants: Wants, text: string) {
    const types = text
      .toLowerCase()
      .split(/[^a-z0-9]+/)
      .filter((type) => type !== '');
    if (types.length === 0) delete wants.types;
    else wants.types = types;
  }
</script>

<fieldset class="grid gap-4 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">What is asked</legend>
  {#each deliverables as place, i (i)}
    <div class="grid gap-2 border-l-2 border-base-300 pl-3">
      <div class="flex flex-wrap items-end gap-3">
        <Field label="Name" problem={problems[`deliverables.${i}.title`]}
          ><input class="input" bind:value={place.title} maxlength="200" /></Field
        >
        <label class="flex items-center gap-2 pb-2"
          ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={place.optional} /> Optional</label
        >
        <span class="ml-auto pb-2"><RowTools bind:list={deliverables} index={i} name={place.title} /></span>
      </div>
      <Field label="In a sentence"><input class="input w-full" bind:value={place.ask} maxlength="1000" /></Field>
      <details>
        <summary class="cursor-pointer text-sm underline underline-offset-2">
          {wantsWords(place.wants).length > 0
            ? `It has to be: ${wantsWords(place.wants).join('; ')}`
            : 'What it has to be'}
        </summary>
        <div class="mt-2 grid gap-3 sm:grid-cols-2">
          <Field label="Types" about="Such as pdf docx" problem={problems[`deliverables.${i}.wants.types`]}>
            <input
              class="input w-full"
              value={place.wants.types?.join(' ') ?? ''}
              onchange={(event) => setTypes(place.wants, event.currentTarget.value)}
            />
          </Field>
          <Field label="Named" about={'Such as {surname}, {title}'}>
            <input
              class="input w-full"
              value={place.wants.naming ?? ''}
              maxlength="120"
              onchange={(event) => (place.wants.naming = event.currentTarget.value.trim() || undefined)}
            />
          </Field>
          {#each RANGES as [name, label] (name)}
            <div class="flex items-end gap-2">
              <Field {label} about="from">
                <input
                  class="input w-24"
                  type="number"
                  min="0"
                  value={place.wants[name]?.from ?? ''}
                  onchange={(event) => setRange(place.wants, name, 'from', event.currentTarget.value)}
                />
              </Field>
              <Field label="to"
                ><input
                  class="input w-24"
                  type="number"
                  min="0"
                  value={place.wants[name]?.to ?? ''}
                  onchange={(event) => setRange(place.wants, name, 'to', event.currentTarget.value)}
                /></Field
              >
            </div>
          {/each}
        </div>
      </details>
    </div>
  {/each}
  <button
    type="button"
    class="btn justify-self-start btn-sm"
    onclick={() => (deliverables = [...deliverables, { title: '', ask: '', optional: false, wants: { ...fresh } }])}
  >
    Ask for one more thing
  </button>
</fieldset>
