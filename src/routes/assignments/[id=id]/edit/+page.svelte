<script lang="ts">
  import AssignmentForm from '$ui/authoring/AssignmentForm.svelte';
  import AddMaterials from '$ui/courses/AddMaterials.svelte';
  import MaterialLinks from '$ui/materials/MaterialLinks.svelte';
  import { previewBrief } from '../../../shared/preview-brief';

  const { data, form, params } = $props();
</script>

<svelte:head><title>Change {data.draft.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{params.id}">Back to the class</a></p>
  <h1 class="mb-1 text-3xl font-bold">Change {data.draft.title}</h1>
  <p class="mb-5">
    {data.begun.started === 0
      ? 'Nobody has begun yet.'
      : `${data.begun.started} students have begun, ${data.begun.submitted} have submitted.`}
  </p>
  <section class="mb-6 rounded bg-base-100 p-4" aria-labelledby="materials">
    <h2 id="materials" class="mb-1 text-lg font-semibold">Materials beside the brief</h2>
    <MaterialLinks materials={data.materials} />
    {#each data.materials as material (material.id)}
      <p class="text-sm opacity-85">
        To show {material.title} inside the brief, write
        <code
          >{material.mediaType.startsWith('video/')
            ? `<video src="/files/materials/${material.id}"></video>`
            : material.mediaType.startsWith('audio/')
              ? `<audio src="/files/materials/${material.id}"></audio>`
              : `![${material.title}](/files/materials/${material.id})`}</code
        >
      </p>
    {/each}
    <AddMaterials
      assignmentId={params.id}
      action="/courses/{data.course.slug}?/addMaterials"
      largest={data.largestFile}
    />
  </section>
  <AssignmentForm
    initial={data.draft}
    rules={data.rules}
    units={data.units}
    course={data.course}
    problems={form?.problems ?? {}}
    affects={form?.affects ?? []}
    preview={previewBrief}
    button="Keep the changes"
  />
</div>
