import { attachment } from './attachment';

/** A table to download (RFC 4180), marked as UTF-8 for spreadsheets that would not know. */
export const csvFile = (name: string, text: string): Response => textFile(name, `\uFEFF${text}`, 'text/csv');

/** A calendar to download (RFC 5545). */
export const calendarFile = (name: string, text: string): Response => textFile(name, text, 'text/calendar');

const textFile = (name: string, text: string, type: string) =>
  new Response(text, {
    headers: { 'content-type': `${type}; charset=utf-8`, 'content-disposition': attachment(name) }
  });
