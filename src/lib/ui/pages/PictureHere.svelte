<script lang="ts">
  import { ImagePlus } from '@lucide/svelte';

  /** Chooses a picture of this device that is to stand here. */
  const { add }: { add: (file: File) => void } = $props();
</script>

<label class="btn btn-ghost btn-sm">
  <ImagePlus size={16} strokeWidth={1.75} aria-hidden="true" /> Picture
  <input
    type="file"
    accept="image/*"
    class="sr-only"
    onchange={({ currentTarget }) => {
      const [file] = currentTarget.files ?? [];
      if (file) add(file);
      currentTarget.value = '';
    }}
  />
</label>
