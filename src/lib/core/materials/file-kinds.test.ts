import { describe, expect, it } from 'vitest';
import { acceptOf, contradiction, endingOf, isOfType } from './file-kinds';

describe('names and bytes', () => {
  it.each([
    ['report.pdf', 'application/pdf', null],
    ['report.pdf', 'application/x-msdownload', 'program'],
    ['holiday.jpg', 'application/x-elf', 'program'],
    ['tool.exe', 'application/x-msdownload', null],
    ['a.out', 'application/x-elf', null],
    ['picture.jpg', 'image/png', 'other'],
    ['picture.JPEG', 'image/jpeg', null],
    ['essay.docx', 'application/zip', null],
    ['essay.docx', 'text/plain', 'other'],
    ['counts.csv', 'text/plain', null],
    ['counts.csv', 'application/pdf', 'other'],
    ['notes', 'application/pdf', null],
    ['model.blend', 'application/octet-stream', null]
  ])('%s over %s: %s', (name, type, expected) => expect(contradiction(name, type)).toBe(expected));

  it('says nothing against a file whose bytes are not here yet', () =>
    expect(contradiction('report.pdf', undefined)).toBeNull());

  it('takes other spellings of an ending as the same type, and offers them', () => {
    expect(isOfType('a.jpeg', ['jpg'])).toBe(true);
    expect(isOfType('a.JPG', ['jpeg'])).toBe(true);
    expect(isOfType('a.png', ['jpg'])).toBe(false);
    expect(isOfType('no ending', ['jpg'])).toBe(false);
    expect(acceptOf(['jpg', 'pdf'])).toBe('.jpg,.jpeg,.pdf');
    expect(acceptOf([])).toBeUndefined();
    expect(endingOf('archive.tar.GZ')).toBe('gz');
  });
});
