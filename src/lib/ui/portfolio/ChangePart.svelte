<script lang="ts">
  import { achievedLines, blockName, WIDTHS, WIDTH_WORDS, type Block } from '$core/portfolio/blocks';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';

  /** Says a part anew: its title and width, and what is written in it. */
  const { block }: { block: Block } = $props();
  const name = $derived(blockName(block));
  const text = $derived(
    block.kind === 'text' ? block.markdown : block.kind === 'achieved' ? achievedLines(block.items) : null
  );
  const caption = $derived('caption' in block ? block.caption : null);
</script>

<details class="mt-3">
  <summary class="cursor-pointer text-sm underline">Change<span class="sr-only">: {name}</span></summary>
  <form method="post" action="?/change" use:act class="mt-2 grid gap-3">
    <input type="hidden" name="blockId" value={block.id} />
    <Field label="Title"><input class="input w-full" name="title" value={block.title} maxlength="200" /></Field>
    {#if text !== null}<Field
        label={block.kind === 'text' ? 'Text' : 'What you achieved'}
        about={block.kind === 'text' ? 'Markdown' : 'One on a line: what; when'}
        ><textarea class="textarea h-48 w-full" name="text" maxlength="40000">{text}</textarea></Field
      >{/if}
    {#if caption !== null}<Field label="Said below it"
        ><input class="input w-full" name="caption" value={caption} maxlength="500" /></Field
      >{/if}
    {#if block.kind === 'gallery'}
      {#each block.pictures as picture, i (i)}<Field label="Below picture {i + 1}"
          ><input class="input w-full" name="captions" value={picture.caption} maxlength="500" /></Field
        >{/each}
    {/if}
    <Field label="It takes">
      <select class="select w-full" name="width" value={block.width}>
        {#each WIDTHS as width (width)}<option value={width}>{WIDTH_WORDS[width]}</option>{/each}
      </select></Field
    >
    <button class="btn justify-self-start btn-primary btn-sm">Keep<span class="sr-only">: {name}</span></button>
  </form>
</details>
