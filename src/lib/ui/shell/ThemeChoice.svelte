<script lang="ts">
  import { Moon, Sun, SunMoon } from '@lucide/svelte';

  const { theme, back }: { theme: 'day' | 'night' | 'system'; back: string } = $props();
  const CHOICES = [
    { value: 'day', label: 'Day theme', Icon: Sun },
    { value: 'night', label: 'Night theme', Icon: Moon },
    { value: 'system', label: 'Theme of this device', Icon: SunMoon }
  ] as const;
</script>

<!-- A full page load on purpose: the theme is an attribute of the document, set by the server. -->
<form method="post" action="/theme" class="flex" aria-label="Theme" data-sveltekit-reload>
  <input type="hidden" name="back" value={back} />
  {#each CHOICES as { value, label, Icon } (value)}
    <button
      name="theme"
      {value}
      aria-label={label}
      title={label}
      aria-pressed={theme === value}
      class="grid size-9 place-items-center rounded hover:bg-current/15 aria-pressed:underline aria-pressed:decoration-2 aria-pressed:outline aria-pressed:outline-1 aria-pressed:-outline-offset-4"
    >
      <Icon size={18} strokeWidth={1.75} aria-hidden="true" />
    </button>
  {/each}
</form>
