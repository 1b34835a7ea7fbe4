<script lang="ts">
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import type { Captioned } from './goal';

  const { goal }: { goal: Captioned } = $props();
</script>

<CaptureButton
  icon="captions"
  label={goal.captions === null ? 'Write captions' : 'Change its captions'}
  {goal}
  dialog={() => import('./WriteCaptions.svelte')}
  named="What writes captions"
/>
