<script lang="ts">
  import type { Along } from './along.svelte';

  interface Props {
    along: Along;
    /** Whose the part is; empty where it is nobody's. */
    whose: string;
    close: () => void;
  }
  /** Why nothing was changed in a part. */
  const { along, whose, close }: Props = $props();
</script>

<p class="border-b border-base-300 px-4 py-2 text-sm" role="status">
  {whose === ''
    ? 'Nobody has taken this part yet. Take it, then write in it.'
    : whose === along.who.me
      ? 'Your part is finished. Go on with it, then write in it.'
      : `This part is for ${along.nameOf(whose)} to write.`}
  <button type="button" class="link" onclick={close}>All right</button>
</p>
