import { completeMoment } from '../time/words';
import type { Moment } from '../time/moment';

/** Something that a student said on an open floor, as it is written down. */
export interface SaidThere {
  at: Moment;
  text: string;
  /** Whom it answers, and the first words of that. */
  answers: { by: string; text: string } | null;
  files: Array<{ name: string; sha256: string }>;
}

/** What a student said on an open floor, as a page: each with its moment, whom it answers, and what went with it by its hash. */
export function postedPage(title: string, said: readonly SaidThere[], zone: string): string {
  const parts = said.map(({ at, text, answers, files }) =>
    [
      `## ${completeMoment(at, zone)}`,
      ...(answers ? [`> ${answers.by}: ${line(answers.text)}`] : []),
      text.trim(),
      ...(files.length > 0
        ? [files.map(({ name, sha256 }) => `- ${line(name)}, SHA-256 \`${sha256}\``).join('\n')]
        : [])
    ].join('\n\n')
  );
  return `# ${line(title)}: said on the open floor\n\n${parts.join('\n\n')}\n`;
}

const line = (text: string) => text.replace(/\s+/g, ' ').replace(/[\\`*_[\]<>]/g, '\\$&');
