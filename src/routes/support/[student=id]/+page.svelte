<script lang="ts">
  import DigestView from '$ui/family/DigestView.svelte';
  import SupportNotes from '$ui/family/SupportNotes.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>{data.student} · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/support">Whom you support</a></p>
  <h1 class="mb-3 page-title">{data.student}</h1>
  <Answered {form} />
  <h2 class="mb-2 text-xl font-semibold">The last two weeks</h2>
  <DigestView digest={data.week} zone={data.zone} />
  <h2 class="mt-8 mb-2 text-xl font-semibold">Between you two</h2>
  <SupportNotes name={data.student} withId={data.studentId} notes={data.notes} now={data.now} />
</div>
