<script lang="ts">
  import { KIND_WORDS, WIDTHS, WIDTH_WORDS, type BlockKind } from '$core/portfolio/blocks';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import FromDevice from './FromDevice.svelte';

  interface Props {
    /** Files of the Shelf, the newest first. */
    shelf: ReadonlyArray<{ id: string; name: string; as: string }>;
    works: ReadonlyArray<{ packetId: string; round: number; title: string; course: string }>;
    portfolioId: string;
  }
  /** Puts a new part at the end of the page: what it is, then what it holds. */
  const { shelf, works, portfolioId }: Props = $props();
  const KINDS: Array<[BlockKind, (file: { as: string }) => boolean]> = [
    ['text', () => false],
    ['picture', ({ as }) => as === 'picture'],
    ['gallery', ({ as }) => as === 'picture'],
    ['recording', ({ as }) => as === 'recording'],
    ['file', () => true],
    ['page', ({ as }) => as === 'page'],
    ['link', () => false],
    ['work', () => false],
    ['achieved', () => false]
  ];
  const TYPES: Partial<Record<BlockKind, string>> = {
    picture: 'image/*',
    gallery: 'image/*',
    recording: 'audio/*,video/*'
  };
  /** What came from the device since the page was read. */
  let brought = $state<Array<{ id: string; name: string }>>([]);
</script>

<section class="mt-8" aria-labelledby="add">
  <h2 id="add" class="mb-2 text-xl font-semibold">Put something in</h2>
  <div class="grid items-start gap-2 sm:grid-cols-2 lg:grid-cols-3">
    {#each KINDS as [kind, serves] (kind)}
      {@const files = shelf.filter(serves)}
      <details class="rounded border border-base-300 bg-base-100 open:sm:col-span-2" name="add-part">
        <summary class="cursor-pointer p-3 font-semibold">{KIND_WORDS[kind]}</summary>
        <form method="post" action="?/add" use:act class="grid gap-3 p-3 pt-0">
          <input type="hidden" name="kind" value={kind} />
          <Field label="Title" about="may stay empty"><input class="input w-full" name="title" maxlength="200" /></Field
          >
          {#if kind === 'text'}<Field label="Text" about="Markdown"
              ><textarea class="textarea h-40 w-full" name="text" maxlength="40000" required></textarea></Field
            >
          {:else if kind === 'achieved'}<Field label="What you achieved" about="One on a line: what; when"
              ><textarea class="textarea h-32 w-full" name="text" maxlength="8000" required></textarea></Field
            >
          {:else if kind === 'link'}<Field label="Its address"
              ><input class="input w-full" name="url" type="url" required maxlength="2000" /></Field
            >
          {:else if kind === 'work'}
            <Field label="Which"
              ><select class="select w-full" name="work" required>
                <option value="">Choose one</option>
                {#each works as { packetId, round, title, course } (packetId + round)}
                  <option value="{packetId} {round}">{title}, {course}, round {round}</option>
                {/each}
              </select></Field
            >
            <label class="flex items-center gap-2"
              ><input class="checkbox checkbox-sm" type="checkbox" name="remarks" /> With what the teacher said at the end</label
            >
          {:else}
            <Field label={kind === 'gallery' ? 'Pictures of your Shelf' : 'From your Shelf'}
              ><select
                class="select w-full {kind === 'gallery' ? 'h-40' : ''}"
                name="fileIds"
                multiple={kind === 'gallery'}
                required
              >
                {#if kind !== 'gallery'}<option value="">Choose one</option>{/if}
                {#each brought as { id, name } (id)}<option value={id} selected>{name}</option>{/each}
                {#each files as { id, name } (id)}<option value={id}>{name}</option>{/each}
              </select></Field
            >
            <FromDevice
              {portfolioId}
              accept={TYPES[kind] ?? ''}
              several={kind === 'gallery'}
              onbrought={(file) => brought.unshift(file)}
            />
          {/if}
          {#if kind !== 'text' && kind !== 'achieved' && kind !== 'gallery'}<Field
              label="Said below it"
              about="may stay empty"><input class="input w-full" name="caption" maxlength="500" /></Field
            >{/if}
          <Field label="It takes"
            ><select class="select w-full" name="width">
              {#each WIDTHS as width (width)}<option value={width}>{WIDTH_WORDS[width]}</option>{/each}
            </select></Field
          >
          <button class="btn justify-self-start btn-primary btn-sm"
            >Put it in<span class="sr-only">: {KIND_WORDS[kind]}</span></button
          >
        </form>
      </details>
    {/each}
  </div>
</section>
