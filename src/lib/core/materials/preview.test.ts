import { expect, it } from 'vitest';
import { kindText, previewKind } from './preview';

it.each([
  ['key.pdf', 'application/pdf', 'pdf'],
  ['pool.jpg', 'image/jpeg', 'picture'],
  ['harm.svg', 'image/svg+xml', 'none'],
  ['bell.wav', 'audio/wav', 'sound'],
  ['stem.webm', 'video/webm', 'film'],
  ['report.docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', 'document'],
  ['counts.csv', 'application/octet-stream', 'table'],
  ['counts.CSV', 'text/plain', 'table'],
  ['notes.md', 'text/plain; charset=utf-8', 'markdown'],
  ['read.py', 'application/octet-stream', 'text'],
  // Named as a table, but its bytes say that it is something else.
  ['counts.csv', 'application/zip', 'none'],
  ['page.html', 'text/html', 'text'],
  ['tool.exe', 'application/octet-stream', 'none']
])('%s of type %s is shown as %s', (name, mediaType, kind) => expect(previewKind({ name, mediaType })).toBe(kind));

it.each([
  ['key.pdf', 'PDF'],
  ['archive.tar.gz', 'GZ'],
  ['README', 'File'],
  ['strange.name with words', 'File']
])('%s is called %s', (name, kind) => expect(kindText(name)).toBe(kind));
