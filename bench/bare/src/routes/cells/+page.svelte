<script lang="ts">
  interface Cell {
    student: string;
    packet: string;
    phase: string;
    given: string | null;
  }
  const { data }: { data: { rows: Cell[] } } = $props();
  /** They come in the order of the students. */
  const students = $derived(
    data.rows.reduce<Array<[string, Cell[]]>>((rows, cell) => {
      const last = rows.at(-1);
      if (last?.[0] === cell.student) last[1].push(cell);
      else rows.push([cell.student, [cell]]);
      return rows;
    }, [])
  );
</script>

<table>
  <tbody>
    {#each students as [student, cells] (student)}
      <tr>
        <th>{student}</th>
        {#each cells as { packet, phase, given } (packet)}<td><a href="/cells/{packet}">{phase} {given}</a></td>{/each}
      </tr>
    {/each}
  </tbody>
</table>
