import { useRead } from '../../api/books-api.ts';

/** What people work as, each once. */
export function useRoles(): readonly { readonly code: string; readonly name: string }[] {
  const { answer } = useRead('records', { params: { kind: 'employee' } });
  return [...new Set((answer?.rows ?? []).map(({ fields }) => fields['jobRole'] ?? ''))]
    .filter((role) => role !== '')
    .map((code) => ({ code, name: '' }));
}
