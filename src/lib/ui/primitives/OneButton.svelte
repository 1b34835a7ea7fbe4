<script lang="ts">
  import type { Snippet } from 'svelte';
  import { act } from '$ui/forms/act';

  interface Props {
    /** Where it is sent to, such as `?/excuse`. */
    action: string;
    /** What is sent along, by name. */
    fields?: Record<string, string | number>;
    /** How the button looks. */
    class?: string;
    disabled?: boolean;
    children: Snippet;
  }
  /** A form that is one button: pressing it does one thing, with scripts and without. */
  const { action, fields = {}, class: look = 'btn btn-sm', disabled = false, children }: Props = $props();
</script>

<form method="post" {action} use:act>
  {#each Object.entries(fields) as [name, value] (name)}<input type="hidden" {name} {value} />{/each}
  <button class={look} {disabled}>{@render children()}</button>
</form>
