/**
 * What a client said of an upload as it began it, word for word: it is told so again when it asks (tus 1.0). What of mails like
 * one can be ended by who gets it (RFC 8058), and whom one is for.
 */
export const up = `
alter table uploads add column said text not null default '' check (length(said) <= 20000);
alter table mails add column stop jsonb;
create index mails_to on mails (lower(to_address), at);
`;
export const down = `
drop index mails_to;
alter table mails drop column stop;
alter table uploads drop column said;
`;
