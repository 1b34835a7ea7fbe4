import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepableName, withEnding } from './names';

describe('names are kept as given, but can do no harm', () => {
  it.each([
    ['Field report.docx', 'Field report.docx'],
    ['Gezeitentümpel – Übersicht (2).pdf', 'Gezeitentümpel – Übersicht (2).pdf'],
    ['../../etc/passwd', 'passwd'],
    ['C:\\Users\\ilse\\report.pdf', 'report.pdf'],
    ['report\u0000\r\n.pdf', 'report.pdf'],
    ['photo\u202egpj.exe', 'photogpj.exe'],
    ['..', 'unnamed file'],
    ['   ', 'unnamed file'],
    ['<script>alert(1)<', '<script>alert(1)<']
  ])('%j', (given, kept) => expect(keepableName(given)).toBe(kept));

  it('refuses what no file system would take', () => {
    expect(keepableName('x'.repeat(256))).toBeNull();
    expect(keepableName('x'.repeat(255))).toHaveLength(255);
  });

  it('never lets a path or a line break through', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (given) => {
        expect(keepableName(given) ?? '').not.toMatch(/[/\\\r\n\0]/);
      })
    );
  });
});

describe('a new name keeps the ending of the old one', () => {
  it.each([
    ['Varga Report', 'draft.docx', 'Varga Report.docx'],
    ['Varga Report.DOCX', 'draft.docx', 'Varga Report.DOCX'],
    ['Varga Report.pdf', 'draft.docx', 'Varga Report.pdf.docx'],
    ['notes', 'README', 'notes'],
    ['v1.2', 'a.b with words', 'v1.2']
  ])('%s over %s is %s', (name, old, kept) => expect(withEnding(name, old)).toBe(kept));
});
