<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';

  const { theme, back }: { theme: 'day' | 'night' | 'system'; back: string } = $props();
  const CHOICES = [
    { value: 'day', label: 'Day theme', icon: 'sun' },
    { value: 'night', label: 'Night theme', icon: 'moon' },
    { value: 'system', label: 'Theme of this device', icon: 'sun-moon' }
  ] as const;
</script>

<!-- A full page load on purpose: the theme is an attribute of the document, set by the server. -->
<form method="post" action="/theme" class="flex" aria-label="Theme" data-sveltekit-reload>
  <input type="hidden" name="back" value={back} />
  {#each CHOICES as { value, label, icon } (value)}
    <button
      name="theme"
      {value}
      aria-label={label}
      title={label}
      aria-pressed={theme === value}
      class="grid size-9 place-items-center rounded hover:bg-current/15 aria-pressed:underline aria-pressed:decoration-2 aria-pressed:outline aria-pressed:outline-1 aria-pressed:-outline-offset-4"
    >
      <Icon name={icon} />
    </button>
  {/each}
</form>
