/** What an entry of the audit log changed, in one line: each field from what to what, or what was given. */
export function changesText(detail: unknown): string {
  if (!isObject(detail)) return said(detail);
  const { before, after, ...others } = detail;
  const changes = isObject(after) ? changedFields(isObject(before) ? before : {}, after) : [];
  return [...changes, ...fieldsOf(others)].join('; ');
}

function changedFields(before: Fields, after: Fields): readonly string[] {
  return Object.entries(after)
    .filter(([name, value]) => said(value) !== said(before[name]))
    .map(([name, value]) => `${name}: ${said(before[name]) || 'nothing'} → ${said(value) || 'nothing'}`);
}

function fieldsOf(detail: Fields): readonly string[] {
  return Object.entries(detail)
    .filter(([, value]) => said(value) !== '')
    .map(([name, value]) => `${name}: ${said(value)}`);
}

type Fields = Readonly<Record<string, unknown>>;

function isObject(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function said(value: unknown): string {
  if (value === null || value === undefined || value === false) return '';
  if (Array.isArray(value)) return value.map(said).join(', ');
  if (isObject(value)) return typeof value['number'] === 'string' ? value['number'] : fieldsOf(value).join(', ');
  return String(value);
}
