<script lang="ts">
  import { getWayBack } from '../../shared/way-back.svelte';
  import ClassView from '$ui/assignments/ClassView.svelte';
  import StudentAssignment from '$ui/assignments/StudentAssignment.svelte';

  const { data, form } = $props();
  const wayBack = getWayBack();
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
    guidance={data.guidance}
    back={wayBack()}
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
    guidance={data.guidance}
    asideWith={data.asideWith}
    drafts={data.drafts}
    now={data.class.now}
    zone={data.zone}
    {problems}
  />
{/if}
