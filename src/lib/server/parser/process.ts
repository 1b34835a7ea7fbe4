import { performTask } from './perform-task';
import { TooCostly } from '../parsing/limits';
import type { Answer, Question } from '../parsing/protocol';

/**
 * A parsing process: reads what people bring, one thing at a time, and knows nothing else. It has no database, no secrets
 * and no other files than it is told of; the server ends it where it costs too much (pool.ts).
 */
process.on('message', (question: Question) => void answer(question));
// The server has gone: nobody waits for an answer any more.
process.on('disconnect', () => process.exit(0));

async function answer({ id, task, input }: Question): Promise<void> {
  process.send?.(await outcome(id, task, input));
}

async function outcome(id: number, task: Question['task'], input: unknown): Promise<Answer> {
  try {
    return { id, ok: true, value: await performTask(task, input) };
  } catch (error) {
    const costly = error instanceof TooCostly ? error.why : null;
    return { id, ok: false, costly, message: error instanceof Error ? error.message : String(error) };
  }
}
