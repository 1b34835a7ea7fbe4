<script lang="ts" generics="G">
  import type { Component } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import type { IconName } from '$ui/icons/drawings';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    icon: IconName;
    label: string;
    goal: G;
    /** What opens, fetched when it does. */
    dialog: () => Promise<{ default: Component<{ goal: G; close: () => void }> }>;
    /** What it is called where it could not be fetched. */
    named: string;
  }
  /** Opens what captures something for a goal. */
  const { icon, label, goal, dialog, named }: Props = $props();
  const scripted = whenScripted();
  let opened = $state.raw<ReturnType<typeof dialog> | null>(null);
</script>

<button type="button" class="btn btn-sm" disabled={!scripted.yes} onclick={() => (opened = dialog())}>
  <Icon name={icon} size={16} />
  {label}
</button>
{#if opened}
  {#await opened then { default: Dialog }}
    <Dialog {goal} close={() => (opened = null)} />
  {:catch}
    <Message kind="problem">{named} could not be fetched just now. Try again when the line is back.</Message>
  {/await}
{/if}
