<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';

  interface Props {
    label: string;
    bring: (file: File) => void;
  }
  /** Chooses a document whose text is to stand here. */
  const { label, bring }: Props = $props();
</script>

<label class="btn btn-ghost btn-sm" title="{label}: DOCX, ODT, PPTX, XLSX, CSV, HTML, Markdown">
  <Icon name="file-input" size={16} />
  {label}
  <input
    type="file"
    accept=".docx,.odt,.pptx,.xlsx,.csv,.html,.htm,.md,.markdown,.txt"
    class="sr-only"
    onchange={({ currentTarget }) => {
      const [file] = currentTarget.files ?? [];
      if (file) bring(file);
      currentTarget.value = '';
    }}
  />
</label>
