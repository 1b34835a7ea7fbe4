<script lang="ts">
  import MaterialLinks from '$ui/materials/MaterialLinks.svelte';
  import RubricTable from '$ui/rubric/RubricTable.svelte';
  import ServedPart from '$ui/served/ServedPart.svelte';
  import FirstTime from '$ui/shell/FirstTime.svelte';
  import MustDoList from './MustDoList.svelte';
  import { getOwnWork } from '$ui/packets/own-work.svelte';

  /** What is asked for, with what stands beside it: steps, materials, the rubric. */
  const work = getOwnWork();
  const { guidance, briefHtml } = $derived(work.view);
  const { holding } = $derived(work.packet);
</script>

<section id="brief" aria-labelledby="brief-title" class={guidance.criteria.length > 0 ? 'brief-and-rubric' : ''}>
  <div>
    <h2 id="brief-title" class="mb-2 text-xl font-semibold">Brief</h2>
    <FirstTime part="brief">What your teacher asks for. Everything you need to begin is in this part.</FirstTime>
    <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
    <div class="brief-text">{@html briefHtml}</div>
    {#if guidance.mustDo.length > 0}
      <h3 class="mt-5 mb-2 text-lg font-semibold">Along the way</h3>
      <FirstTime part="must-do">Steps to tick off for yourself. Your teacher does not see your ticks.</FirstTime>
      <MustDoList items={guidance.mustDo} />
    {/if}
    {#if guidance.materials.length > 0}
      <h3 id="materials" class="mt-5 mb-2 text-lg font-semibold">Materials</h3>
      <MaterialLinks materials={guidance.materials} />
    {/if}
  </div>
  {#if guidance.criteria.length > 0}
    <div aria-labelledby="rubric-title" role="region">
      <h2 id="rubric-title" class="mb-2 text-xl font-semibold">Rubric</h2>
      <FirstTime part="rubric">How it will be judged. Mark where you think you stand; only you see it.</FirstTime>
      <ServedPart
        part={RubricTable}
        of={{
          criteria: guidance.criteria,
          lost: guidance.lost,
          estimates: guidance.estimates,
          estimating: holding.holder === 'student'
        }}
      />
    </div>
  {/if}
</section>
