import { readPerson } from '@lowtide/core/people/read-person.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { PERSON_ROLES, ROLE_WORDS, type PersonRole } from '@lowtide/core/people/roles.ts';
import { useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm, type FieldProblem } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Refused } from '../ui/notes.tsx';

export interface PersonDialogProps {
  /** The first person administers the books, and is signed in at once. */
  readonly isFirst: boolean;
  readonly existing: Answer<'people'>['rows'][number] | null;
  readonly onClose: () => void;
}

const ROLES = PERSON_ROLES.map((role) => ({ value: role, text: role }));
const YES_NO = [
  { value: 'yes', text: 'yes' },
  { value: 'no', text: 'no' },
];

/** What is wrong with name and e-mail; the server knows who has them already. */
function check(typed: { readonly name: string; readonly email: string }): readonly FieldProblem[] {
  return problemsOf(readPerson(typed)).map((problem) => ({ at: problem.at, message: wording(problem) }));
}

function usePersonForm({ existing, isFirst }: Pick<PersonDialogProps, 'isFirst' | 'existing'>) {
  return useTypedForm(
    {
      name: existing?.name ?? '',
      email: existing?.email ?? '',
      role: (existing?.role ?? (isFirst ? 'administrator' : 'accountant')) as string,
      employee: existing?.employee ?? '',
      active: existing?.active === false ? 'no' : 'yes',
      secondFactor: existing?.secondFactor ? 'yes' : 'no',
      password: '',
    },
    check,
  );
}

/** Adds or changes somebody. */
export function PersonDialog({ isFirst, existing, onClose }: PersonDialogProps) {
  const { form, field, general, settle, ready } = usePersonForm({ existing, isFirst });
  const [addFirst, first] = useWrite('addFirstPerson');
  const [add, adding] = useWrite('addPerson');
  const [change, changing] = useWrite('changePerson');
  const role = form.role as PersonRole;
  const order = async (): Promise<void> => {
    if ((await ready()) && settle(await send()) !== undefined) onClose();
  };
  const send = () => {
    const { name, email, employee, password } = form;
    const named = { name, email, password };
    if (isFirst) return addFirst({ body: named });
    if (existing === null) return add({ body: { ...named, role, employee } });
    return change({
      params: { id: String(existing.id) },
      body: {
        ...{ ...named, role, employee, version: existing.version, active: form.active === 'yes' },
        dropSecondFactor: existing.secondFactor && form.secondFactor === 'no',
      },
    });
  };
  return (
    <Dialog title={existing?.name ?? (isFirst ? 'Add yourself' : 'Add somebody')} onClose={onClose} width={560}>
      <PersonFields existing={existing} isFirst={isFirst} field={field} />
      <p style={{ marginTop: 12 }}>{ROLE_WORDS[isFirst ? 'administrator' : role]}.</p>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={first.busy || adding.busy || changing.busy} onPress={() => void order()}>
          {existing === null ? 'Add' : 'Save'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface PersonFieldsProps extends Pick<PersonDialogProps, 'isFirst' | 'existing'> {
  readonly field: ReturnType<typeof usePersonForm>['field'];
}

function PersonFields({ isFirst, existing, field }: PersonFieldsProps) {
  return (
    <FieldGrid>
      <Field label="Name" hint="A manager leads the projects that name them so." autoFocus {...field('name')} />
      <Field label="E-mail" type="email" {...field('email')} />
      {isFirst ? null : <Choice label="Role" options={ROLES} {...field('role')} />}
      {isFirst ? null : (
        <Field label="Hours of employee" hint="Code, for whoever sees their own hours." {...field('employee')} />
      )}
      <Field
        label={existing === null ? 'Password' : 'New password'}
        type="password"
        fills="new-password"
        hint={existing === null ? 'At least 12 characters, such as four words.' : 'Empty keeps the one there is.'}
        {...field('password')}
      />
      {existing === null ? null : <Choice label="May sign in" options={YES_NO} {...field('active')} />}
      {existing?.secondFactor ? <Choice label="Second factor" options={YES_NO} {...field('secondFactor')} /> : null}
    </FieldGrid>
  );
}
