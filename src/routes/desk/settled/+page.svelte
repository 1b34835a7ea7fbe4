<script lang="ts">
  import LongList from '$ui/desk/LongList.svelte';

  const { data } = $props();
  const next = $derived(
    data.next && { href: `/desk/settled?after=${data.next.since}.${data.next.assignmentId}`, name: 'Earlier work' }
  );
</script>

<LongList
  title="Settled work"
  empty="Nothing is settled yet. What your teachers return, and what you declare done, stands here."
  lines={data.lines}
  {next}
/>
