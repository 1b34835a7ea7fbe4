import type { Costly } from './limits';
import type { TaskName } from './tasks';

/** What the server asks of a parsing process, one question at a time. */
export interface Question {
  id: number;
  task: TaskName;
  input: unknown;
}

/** What it answers. A failure travels as words: its stack means nothing on the other side. */
export type Answer =
  | { id: number; ok: true; value: unknown }
  | { id: number; ok: false; costly: Costly | null; message: string };
