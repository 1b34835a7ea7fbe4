<script lang="ts">
  import { ATTACHED, type AskedPost } from '$core/pieces/asked-post';
  import type { Range, Wants } from '$core/pieces/wanted';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    wants: Wants;
    problem: string | undefined;
  }
  /** What the pieces of one deliverable have to be. What is left empty is not asked. */
  let { wants = $bindable(), problem }: Props = $props();

  const MEGABYTE = 1_000_000;
  const KINDS = [
    ['file', 'Files'],
    ['link', 'Links']
  ] as const;
  const RANGES = [
    ['howMany', 'Pieces'],
    ['words', 'Words'],
    ['pages', 'Pages'],
    ['seconds', 'Seconds of recording'],
    ['pixels', 'Pixels of a picture’s longer side']
  ] as const;
  const links = $derived(!wants.kinds || wants.kinds.length === 0 || wants.kinds.includes('link'));

  function setKind(kind: 'file' | 'link', on: boolean) {
    const all = KINDS.map(([one]) => one);
    const chosen = wants.kinds && wants.kinds.length > 0 ? wants.kinds : all;
    const kinds = on ? [...new Set([...chosen, kind])] : chosen.filter((one) => one !== kind);
    // Whatever is wanted of all kinds is not said.
    wants.kinds = kinds.length === 0 || all.every((one) => kinds.includes(one)) ? undefined : kinds;
    if (wants.kinds && !wants.kinds.includes('link')) wants.ownSite = undefined;
  }

  function setRange(name: (typeof RANGES)[number][0], end: keyof Range, text: string) {
    const range: Range = { ...wants[name], [end]: text === '' ? undefined : Number(text) };
    wants[name] = range.from === undefined && range.to === undefined ? undefined : range;
  }

  function setPost(change: Partial<AskedPost>) {
    wants.post = { ...wants.post, ...change };
  }

  function setTypes(text: string) {
    const types = text
      .toLowerCase()
      .split(/[^a-z0-9]+/)
      .filter((type) => type !== '');
    wants.types = types.length === 0 ? undefined : types;
  }

  function setLargest(text: string) {
    const bytes = Math.round(Number(text) * MEGABYTE);
    wants.bytes = bytes > 0 ? bytes : undefined;
  }
</script>

<div class="mt-2 grid gap-3 sm:grid-cols-2">
  <fieldset class="flex flex-wrap items-center gap-x-5 gap-y-1 sm:col-span-2">
    <legend class="text-sm font-medium">Pieces can be</legend>
    {#each KINDS as [kind, label] (kind)}
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={!wants.kinds || wants.kinds.length === 0 || wants.kinds.includes(kind)}
          onchange={(event) => setKind(kind, event.currentTarget.checked)}
        />
        {label}
      </label>
    {/each}
    {#if links}
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={wants.ownSite === true}
          onchange={(event) => (wants.ownSite = event.currentTarget.checked || undefined)}
        />
        Links on the student’s own site
      </label>
    {/if}
  </fieldset>
  <fieldset class="flex flex-wrap items-end gap-x-5 gap-y-2 sm:col-span-2">
    <legend class="sr-only">A post on the open floor</legend>
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={wants.post !== undefined}
        onchange={(event) => (wants.post = event.currentTarget.checked ? {} : undefined)}
      />
      A post on the open floor
    </label>
    {#if wants.post}
      <label class="text-sm"
        >of at least so many words
        <input
          class="input mt-1 block w-24 input-sm"
          type="number"
          min="1"
          max="20000"
          value={wants.post.words ?? ''}
          onchange={(event) => setPost({ words: Number(event.currentTarget.value) || undefined })}
        /></label
      >
      <label class="text-sm"
        >with
        <select
          class="select mt-1 block w-36 select-sm"
          value={wants.post.with ?? ''}
          onchange={(event) => setPost({ with: ATTACHED.find((one) => one === event.currentTarget.value) })}
        >
          <option value="">nothing more</option>
          <option value="file">a file</option>
          <option value="recording">a recording</option>
        </select></label
      >
      <label class="text-sm"
        >answers to so many others
        <input
          class="input mt-1 block w-24 input-sm"
          type="number"
          min="1"
          max="50"
          value={wants.post.answers ?? ''}
          onchange={(event) => setPost({ answers: Number(event.currentTarget.value) || undefined })}
        /></label
      >
    {/if}
  </fieldset>
  <Field label="Types" about="Such as pdf docx" {problem}>
    <input
      class="input w-full"
      value={wants.types?.join(' ') ?? ''}
      onchange={(event) => setTypes(event.currentTarget.value)}
    />
  </Field>
  <Field label="Largest file" about="In megabytes">
    <input
      class="input w-full"
      type="number"
      min="0"
      step="any"
      value={wants.bytes === undefined ? '' : wants.bytes / MEGABYTE}
      onchange={(event) => setLargest(event.currentTarget.value)}
    />
  </Field>
  <Field label="Named" about={'Such as {surname} {deliverable}'}>
    <input
      class="input w-full"
      value={wants.naming ?? ''}
      maxlength="120"
      onchange={(event) => (wants.naming = event.currentTarget.value.trim() || undefined)}
    />
  </Field>
  <div class="flex items-end gap-2">
    <Field label="Font" about="Of a DOCX">
      <input
        class="input w-full"
        value={wants.font ?? ''}
        maxlength="60"
        onchange={(event) => (wants.font = event.currentTarget.value.trim() || undefined)}
      />
    </Field>
    <Field label="Line spacing" about="1, 1.5, 2">
      <input
        class="input w-24"
        type="number"
        min="0.5"
        max="4"
        step="any"
        value={wants.spacing ?? ''}
        onchange={(event) => (wants.spacing = Number(event.currentTarget.value) || undefined)}
      />
    </Field>
  </div>
  {#each RANGES as [name, label] (name)}
    <div class="flex items-end gap-2">
      <Field {label} about="from">
        <input
          class="input w-24"
          type="number"
          min="0"
          value={wants[name]?.from ?? ''}
          onchange={(event) => setRange(name, 'from', event.currentTarget.value)}
        />
      </Field>
      <Field label="to"
        ><input
          class="input w-24"
          type="number"
          min="0"
          value={wants[name]?.to ?? ''}
          onchange={(event) => setRange(name, 'to', event.currentTarget.value)}
        /></Field
      >
    </div>
  {/each}
</div>
