import type { RunwayDue } from '$core/plan/runway';

/**
 * What the runway shows. It is fetched once the page stands, and again when something has changed: no page waits for
 * it, and none costs a query more because of it.
 */
export class RunwayData {
  current = $state<{ dues: RunwayDue[]; now: number } | null>(null);

  async read(): Promise<void> {
    try {
      const answer = await fetch('/runway');
      if (answer.ok) this.current = (await answer.json()) as RunwayData['current'];
    } catch {
      // Without a connection the ribbon keeps what it last knew.
    }
  }
}
