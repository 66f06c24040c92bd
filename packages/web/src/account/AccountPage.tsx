import { useState } from 'react';
import { ROLE_WORDS } from '@lowtide/core/people/roles.ts';
import { localText } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Page, Part, Parts, Scroll } from '../ui/Page.tsx';
import { SecondFactorDialog } from './SecondFactorDialog.tsx';
import { TokenDialog } from './TokenDialog.tsx';

type Account = Answer<'account'>;

/** One's own account: password, second factor, where it is signed in, tokens for scripts. */
export function AccountPage() {
  const { answer, trouble } = useRead('account', {});
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <Page title="Your account" facts={`${answer.name}, ${answer.email}, ${answer.role}. ${ROLE_WORDS[answer.role]}.`}>
      <Scroll>
        <Parts>
          <Password hasSecondFactor={answer.secondFactor} />
          <SecondFactor isSet={answer.secondFactor} />
          <Sessions sessions={answer.sessions} />
          <Tokens tokens={answer.tokens} />
        </Parts>
      </Scroll>
    </Page>
  );
}

function Password({ hasSecondFactor }: { readonly hasSecondFactor: boolean }) {
  const { form, field, general, settle } = useTypedForm({ password: '', code: '', newPassword: '' });
  const [done, setDone] = useState(false);
  const [change, { busy }] = useWrite('changePassword');
  const order = async (): Promise<void> => setDone(settle(await change({ body: form })) !== undefined);
  return (
    <Part title="Password">
      <FieldGrid $columns={4}>
        <Field label="Password now" type="password" fills="current-password" {...field('password')} />
        <Field
          label="New password"
          type="password"
          fills="new-password"
          hint="At least 12 characters, such as four words."
          {...field('newPassword')}
        />
        {hasSecondFactor ? (
          <Field label="Code of your authenticator" figures fills="one-time-code" {...field('code')} />
        ) : null}
      </FieldGrid>
      <Refused why={general} />
      {done ? (
        <Note $tone="good">
          Changed. Whoever was signed in elsewhere as you is signed out, and your tokens have ended.
        </Note>
      ) : null}
      <Button isDisabled={busy} onPress={() => void order()} style={{ marginTop: 8 }}>
        Change the password
      </Button>
    </Part>
  );
}

function SecondFactor({ isSet }: { readonly isSet: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <Part title="Second factor">
      <p>
        {isSet
          ? 'A code from your authenticator is asked for beside the password.'
          : 'The password alone opens your account. A code from an authenticator on your phone makes a stolen password useless.'}
      </p>
      <Button onPress={() => setOpen(true)} style={{ marginTop: 8 }}>
        {isSet ? 'Ask for the password alone' : 'Add a second factor'}
      </Button>
      {open ? <SecondFactorDialog isSet={isSet} onClose={() => setOpen(false)} /> : null}
    </Part>
  );
}

function Sessions({ sessions }: { readonly sessions: Account['sessions'] }) {
  const [end, { busy }] = useWrite('endSession');
  const columns: readonly Column<Account['sessions'][number]>[] = [
    { id: 'seen', head: 'Last seen', cell: ({ seenAt }) => localText(seenAt) },
    { id: 'began', head: 'Signed in', cell: ({ beganAt }) => localText(beganAt) },
    { id: 'address', head: 'From', cell: ({ address }) => address },
    { id: 'browser', head: 'Browser', cell: ({ browser }) => browser, gives: true },
    {
      id: 'end',
      head: 'Session',
      cell: ({ id, current, beganAt }) =>
        current ? (
          'this one'
        ) : (
          <Button
            $look="quiet"
            isDisabled={busy}
            aria-label={`Sign out the one of ${localText(beganAt)}`}
            onPress={() => void end({ params: { id: String(id) } })}
          >
            Sign out
          </Button>
        ),
    },
  ];
  return (
    <Part title="Signed in elsewhere">
      <DataTable
        label="Signed in elsewhere"
        rows={sessions}
        columns={columns}
        rowKey={({ id }) => id}
        empty="Nowhere: in the demo one acts without signing in."
      />
    </Part>
  );
}

function Tokens({ tokens }: { readonly tokens: Account['tokens'] }) {
  const [making, setMaking] = useState(false);
  const [revoke, { busy }] = useWrite('revokeToken');
  const columns: readonly Column<Account['tokens'][number]>[] = [
    { id: 'name', head: 'For', cell: ({ name }) => name, gives: true },
    { id: 'scope', head: 'May', cell: ({ scope }) => (scope === 'read' ? 'read' : 'do what you may') },
    { id: 'made', head: 'Made', cell: ({ madeAt }) => localText(madeAt) },
    { id: 'ends', head: 'Ends', cell: ({ endsAt }) => localText(endsAt) },
    { id: 'used', head: 'Last used', cell: ({ usedAt }) => (usedAt === null ? 'never' : localText(usedAt)) },
    {
      id: 'revoke',
      head: 'Token',
      cell: ({ id, name }) => (
        <Button
          $look="quiet"
          isDisabled={busy}
          aria-label={`Revoke ${name}`}
          onPress={() => void revoke({ params: { id: String(id) } })}
        >
          Revoke
        </Button>
      ),
    },
  ];
  return (
    <Part title="Tokens for scripts">
      <DataTable
        label="Tokens for scripts"
        rows={tokens}
        columns={columns}
        rowKey={({ id }) => id}
        empty="None. A script signs in with one: Authorization: Bearer, and the token."
      />
      <Button onPress={() => setMaking(true)} style={{ marginTop: 8 }}>
        Make a token
      </Button>
      {making ? <TokenDialog onClose={() => setMaking(false)} /> : null}
    </Part>
  );
}
