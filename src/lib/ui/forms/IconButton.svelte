<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { IconName } from '$ui/icons/drawings';

  interface Props {
    icon: IconName;
    /** What it does and to what, for who does not see the row that it stands in. */
    label: string;
    title?: string;
    /** Whether what it opens is open, for a button that opens something. */
    expanded?: boolean;
    disabled?: boolean;
    /** Left out where the button submits the form around it. */
    onclick?: () => void;
  }
  /** A button of a row: an icon whose words are spoken, and shown where the pointer rests. */
  const { icon, label, title = label, expanded, disabled = false, onclick }: Props = $props();
</script>

<button
  type={onclick ? 'button' : 'submit'}
  class="btn btn-square btn-ghost btn-sm"
  aria-label={label}
  {title}
  aria-expanded={expanded}
  {disabled}
  {onclick}
>
  <Icon name={icon} />
</button>
