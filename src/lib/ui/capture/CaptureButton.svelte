<script lang="ts" generics="G">
  import type { Component } from 'svelte';
  import type { Mic } from '@lucide/svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    icon: typeof Mic;
    label: string;
    goal: G;
    /** What opens, fetched when it does. */
    dialog: () => Promise<{ default: Component<{ goal: G; close: () => void }> }>;
    /** What it is called where it could not be fetched. */
    named: string;
  }
  /** Opens what captures something for a goal. */
  const { icon: Icon, label, goal, dialog, named }: Props = $props();
  const scripted = whenScripted();
  let opened = $state.raw<ReturnType<typeof dialog> | null>(null);
</script>

<button type="button" class="btn btn-sm" disabled={!scripted.yes} onclick={() => (opened = dialog())}>
  <Icon size={16} strokeWidth={1.75} aria-hidden="true" />
  {label}
</button>
{#if opened}
  {#await opened then { default: Dialog }}
    <Dialog {goal} close={() => (opened = null)} />
  {:catch}
    <Message kind="problem">{named} could not be fetched just now. Try again when the line is back.</Message>
  {/await}
{/if}
