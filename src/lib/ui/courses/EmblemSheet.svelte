<script lang="ts">
  /** Our own drawings on a 24 by 24 sheet, and the weave behind each: told apart in print and without colour. */
  const DRAWINGS: Record<string, { path: string; weave: string }> = {
    shell: {
      path: 'M12 19C6 16 4.5 10 7 6.5M12 19c6-3 7.5-9 5-12.5M12 19V5M12 19C9 15 8.5 9 9.5 5.5M12 19c3-4 3.5-10 2.5-13.5',
      weave: 'M0 3h6'
    },
    oar: { path: 'M6 18L15 9M14 6c2-2 4.5-2 4.5-2s0 2.5-2 4.5l-3 1.5z', weave: 'M0 6L6 0' },
    star: { path: 'M12 3.5V20.5M3.5 12H20.5M7.5 7.5L16.5 16.5M16.5 7.5L7.5 16.5', weave: 'M3 0v6' },
    page: { path: 'M7 4h7l3.5 3.5V20H7zM14 4v4h3.5M9.5 12h5.5M9.5 15.5h4', weave: 'M0 0L6 6' },
    scale: { path: 'M12 4v16M8 20h8M5 8h14M5 8l-2 6h4zM19 8l-2 6h4z', weave: 'M3 1.5v3M1.5 3h3' },
    knot: { path: 'M4 15c4 0 4-7 8-7s4 4 1.5 5.5S8 12 8 9.5 12 5 20 5M4 19c7 0 9-2 12-6', weave: 'M0 3h2M4 3h2' },
    buoy: { path: 'M8 14h8l-2-9h-4zM5 14h14l-2 4H7zM12 5V3', weave: 'M3 3h.01' },
    lamp: { path: 'M9 9h6l1.5 8h-9zM9 20h6M10 9V6a2 2 0 014 0v3M12 12v3', weave: 'M0 0L6 6M0 6L6 0' }
  };
</script>

<!-- Drawn once for each page; every emblem on it points here. -->
<svg class="absolute size-0" aria-hidden="true">
  {#each Object.entries(DRAWINGS) as [name, { path, weave }] (name)}
    <pattern id="weave-{name}" width="6" height="6" patternUnits="userSpaceOnUse" stroke="currentColor">
      <path d={weave} stroke-width="0.7" opacity="0.4" />
    </pattern>
    <symbol id="emblem-{name}" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="1.6">
      <rect width="24" height="24" fill="var(--color-base-200)" stroke="none" />
      <rect width="24" height="24" fill="url(#weave-{name})" stroke="none" />
      <path d={path} stroke="var(--color-base-200)" stroke-width="4.5" />
      <path d={path} stroke-linecap="round" stroke-linejoin="round" />
    </symbol>
  {/each}
</svg>
