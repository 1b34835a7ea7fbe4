import type { RunwayDue, RunwaySession } from '$core/plan/runway';

/**
 * What the runway shows. It is fetched once the page stands, and again when something has changed: no page waits for
 * it, and none costs a query more because of it.
 */
export class RunwayData {
  current = $state<{ dues: RunwayDue[]; sessions: RunwaySession[]; now: number } | null>(null);

  /** @returns whether the server answered; without a connection the ribbon keeps what it last knew */
  async read(): Promise<boolean> {
    try {
      const answer = await fetch('/runway');
      if (answer.ok) this.current = (await answer.json()) as RunwayData['current'];
      return answer.ok;
    } catch {
      return false;
    }
  }
}
