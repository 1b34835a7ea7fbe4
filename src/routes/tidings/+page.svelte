<script lang="ts">
  import TidingList from '$ui/tidings/TidingList.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Tidings · Vendro</title></svelte:head>
<TidingList tidings={data.tidings} next={data.next} later={data.later} />
