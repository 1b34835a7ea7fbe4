<script lang="ts">
  import type { IconName } from './drawings';

  interface Props {
    name: IconName;
    /** In pixels, of both sides. */
    size?: 12 | 14 | 16 | 18 | 20 | 24;
    class?: string;
  }
  /** A small drawing beside words that say the same: nobody but the eye is told of it. */
  const { name, size = 18, class: shape = '' }: Props = $props();
</script>

<svg class="icon {shape}" width={size} height={size} aria-hidden="true"
  ><use href="/icons.svg?{__VENDRO_VERSION__}#{name}" /></svg
>
