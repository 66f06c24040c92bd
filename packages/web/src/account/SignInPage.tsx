import { useState } from 'react';
import { useWrite } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { FirstSheet } from '../ui/FirstSheet.tsx';
import { Refused } from '../ui/notes.tsx';

/** The first thing that somebody sees who is not signed in. */
export function SignInPage() {
  return (
    <FirstSheet title="Sign in">
      <SignInForm />
    </FirstSheet>
  );
}

/** In front of a page whose session ended: what was typed there stays. */
export function SignInDialog() {
  return (
    <Dialog title="Sign in again" onClose={() => undefined} urgent>
      <p>You were away too long, or were signed out elsewhere. What you typed is still here.</p>
      <SignInForm />
    </Dialog>
  );
}

function SignInForm() {
  const { form, field, general, settle } = useTypedForm({ email: '', password: '', code: '' });
  const [needsCode, setNeedsCode] = useState(false);
  const [signIn, { busy }] = useWrite('signIn');
  const enter = async (): Promise<void> => {
    const answer = settle(await signIn({ body: form }));
    if (answer?.needsCode) setNeedsCode(true);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <Field label="E-mail" autoFocus type="email" fills="username" {...field('email')} />
      <Field label="Password" type="password" fills="current-password" {...field('password')} />
      {needsCode ? (
        <Field
          label="Code"
          autoFocus
          figures
          fills="one-time-code"
          hint="The six digits your authenticator shows."
          {...field('code')}
        />
      ) : null}
      <Refused why={general} />
      <Button $look="primary" type="submit" isDisabled={busy}>
        Sign in
      </Button>
    </form>
  );
}
