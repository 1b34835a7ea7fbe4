<script lang="ts">
  import { bytesOf } from '$core/pieces/registry';
  import AnsweredPart from './AnsweredPart.svelte';
  import BytesAbout from './BytesAbout.svelte';
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import CameBackPart from './CameBackPart.svelte';
  import { getFilling } from './filling-parts';
  import GoOnWriting from './GoOnWriting.svelte';
  import type { RowPart } from './row';

  /** A page is written on where it lies. */
  const { piece, address, editable, elsewhere }: RowPart = $props();
  const bytes = $derived(bytesOf(piece));
  const filling = getFilling();
</script>

<AnsweredPart facts={bytes?.facts ?? null} />
{#if bytes?.cameBack}<CameBackPart {piece} />{/if}
{#if filling && (bytes?.facts?.teachersParts ?? 0) > 0}
  <div class="pl-8">
    <CaptureButton
      icon="user-pen"
      label="Fill in your part"
      goal={filling(piece)}
      dialog={() => import('$ui/pages/FillParts.svelte')}
      named="What fills it in"
    />
  </div>
{/if}
{#if editable}<div class="pl-8"><GoOnWriting {piece} /></div>{/if}
<BytesAbout {piece} {address} {editable} {elsewhere} />
