<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';

  /** Chooses a picture of this device that is to stand here. */
  const { add }: { add: (file: File) => void } = $props();
</script>

<label class="btn btn-ghost btn-sm">
  <Icon name="image-plus" size={16} /> Picture
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
