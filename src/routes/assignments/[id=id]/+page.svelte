<script lang="ts">
  import ClassView from '$ui/assignments/ClassView.svelte';
  import StudentAssignment from '$ui/assignments/StudentAssignment.svelte';

  const { data, form } = $props();
  const problems = $derived([
    ...(form?.problem ? [form.problem] : []),
    ...(form?.refusedFiles ?? []).map(({ name, words }) => (name ? `${name}: ${words}` : words))
  ]);
</script>

<svelte:head><title>{data.facts.title} · Vendro</title></svelte:head>
{#if data.view === 'student'}
  <StudentAssignment
    facts={data.facts}
    unitTitle={data.unitTitle}
    briefHtml={data.briefHtml}
    deliverables={data.deliverables}
    teachers={data.teachers}
    packet={data.packet}
    formKey={data.key}
    largestFile={data.largestFile}
    zone={data.zone}
    {problems}
  />
{:else}
  <ClassView
    facts={data.facts}
    briefHtml={data.briefHtml}
    lines={data.class.lines}
    now={data.class.now}
    zone={data.zone}
    {problems}
  />
{/if}
