import { useWrite } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { FirstSheet } from '../ui/FirstSheet.tsx';
import { Refused } from '../ui/notes.tsx';

/** The first person of the books, from another machine than the one they are on. */
export function FirstPersonPage() {
  const { form, field, general, settle } = useTypedForm({ serverCode: '', name: '', email: '', password: '' });
  const [add, { busy }] = useWrite('addFirstPerson');
  return (
    <FirstSheet title="The first person">
      <p>Nobody may sign in to these books yet. Whoever is added first administers them.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add({ body: form }).then(settle);
        }}
      >
        <Field label="Code" autoFocus hint="What the server printed when it started." {...field('serverCode')} />
        <Field label="Name" {...field('name')} />
        <Field label="E-mail" type="email" fills="username" {...field('email')} />
        <Field
          label="Password"
          type="password"
          fills="new-password"
          hint="At least 12 characters, such as four words."
          {...field('password')}
        />
        <Refused why={general} />
        <Button $look="primary" type="submit" isDisabled={busy}>
          Begin
        </Button>
      </form>
    </FirstSheet>
  );
}
