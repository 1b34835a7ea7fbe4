<script lang="ts">
  import { act } from '$ui/forms/act';
  import type { Seal } from '$core/packets/custody';
  import { sealWords } from '$core/packets/seal-words';

  interface Props {
    seal: Seal;
    /** How many files have not arrived yet. */
    coming: number;
    zone: string;
  }
  /** A packet that is sealed while its last bytes arrive. */
  const { seal, coming, zone }: Props = $props();
</script>

<p class="figures font-semibold" role="status">{sealWords(seal, coming, zone)}</p>
<p>Keep this page open until it has arrived.</p>
<form method="post" action="?/breakSeal" use:act class="mt-1">
  <button class="link">Break the seal, to change something</button>
</form>
