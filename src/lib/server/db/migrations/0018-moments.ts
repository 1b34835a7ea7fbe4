/**
 * Moments are milliseconds everywhere else (decision 1), so they are here: an import that writes microseconds cannot make
 * a page fail. Files have one kind of address; briefs that show one say so.
 */
const retype = (to: string) => `
do $$
declare c record;
begin
  for c in
    select k.table_name, k.column_name from information_schema.columns k
    join information_schema.tables t using (table_schema, table_name)
    where k.table_schema = 'public' and t.table_type = 'BASE TABLE' and k.data_type = 'timestamp with time zone'
    order by 1, 2
  loop
    execute format('alter table %I alter column %I type ${to}', c.table_name, c.column_name);
  end loop;
end $$;`;

const readdress = (from: string, to: string) => `
update assignments set brief_md = regexp_replace(brief_md, '${from}', '${to}', 'g'),
  brief_html = regexp_replace(brief_html, '${from}', '${to}', 'g')
where brief_md ~ '${from}' or brief_html ~ '${from}';`;

export const up = `
${retype('timestamptz(3)')}
${readdress('/materials/([0-9a-f-]{36})/file', '/files/materials/\\1')}
`;

export const down = `
${readdress('/files/materials/([0-9a-f-]{36})', '/materials/\\1/file')}
${retype('timestamptz')}
`;
