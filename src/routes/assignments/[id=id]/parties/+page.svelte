<script lang="ts">
  import Answered from '$ui/primitives/Answered.svelte';
  import MakeParties from '$ui/parties/MakeParties.svelte';
  import DividePages from '$ui/parties/DividePages.svelte';
  import { setCourseZone } from '$ui/time/reader';
  import PartyList from '$ui/parties/PartyList.svelte';

  const { data, form } = $props();
  setCourseZone(() => data.courseZone);
</script>

<svelte:head><title>Parties · {data.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/assignments/{data.assignmentId}">{data.title}</a></p>
  <h1 class="mb-1 page-title">Parties</h1>
  <p class="mb-4 max-w-prose">
    A party hands over one packet, submitted by any of them for all. Whoever is in none hands over alone. What somebody
    has gathered comes along when they go into a party.
  </p>
  <Answered {form} />
  <div class="grid gap-8 lg:grid-cols-2">
    <PartyList parties={data.parties} alone={data.alone} />
    <MakeParties alone={data.alone} choosing={data.choosing} everybody={data.divided.everybody} />
  </div>
  <DividePages places={data.divided.places} />
</div>
