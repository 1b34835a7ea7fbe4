<script lang="ts">
  import { sizeText } from '$core/materials/size-text';
  import { fileAddress } from '$core/materials/source';
  import Preview from '$ui/materials/Preview.svelte';

  const { data } = $props();
  const material = $derived(data.material);
  const file = $derived(fileAddress('materials', material.id));
  const back = $derived(
    material.assignmentId
      ? { href: `/assignments/${material.assignmentId}#materials`, name: 'Back to the assignment' }
      : material.noticeId
        ? { href: `/notices/${material.noticeId}`, name: 'Back to the notice' }
        : { href: `/courses/${material.courseSlug}`, name: `Back to ${material.courseTitle}` }
  );
</script>

<svelte:head><title>{material.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-5xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href={back.href}>{back.name}</a></p>
  <div class="mb-4 flex flex-wrap items-baseline gap-x-4">
    <h1 class="text-2xl font-bold">{material.title}</h1>
    <a class="btn ml-auto btn-sm" href={file} download>Download {material.name}, {sizeText(material.size)}</a>
  </div>
  <Preview preview={data.preview} {file} {material} />
</div>
