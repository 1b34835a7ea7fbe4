<script lang="ts">
  import { getZone } from '$ui/time/reader';
  import { act } from '$ui/forms/act';
  import type { Seal } from '$core/packets/custody';
  import { sealWords } from '$core/packets/seal-words';

  interface Props {
    seal: Seal;
    /** How many files have not arrived yet. */
    coming: number;
  }
  /** A packet that is sealed while its last bytes arrive. */
  const { seal, coming }: Props = $props();
  const zone = $derived.by(getZone());
</script>

<p class="figures font-semibold" role="status">{sealWords(seal, coming, zone)}</p>
<p>Keep this page open until it has arrived.</p>
<form method="post" action="?/breakSeal" use:act class="mt-1">
  <button class="link">Break the seal, to change something</button>
</form>
