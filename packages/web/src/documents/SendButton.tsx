import { useWrite } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';

/** Says that a document was sent to its client; the simulated clients of the demo answer what was sent to them. */
export function SendButton({ id }: { readonly id: number }) {
  const [send, { busy }] = useWrite('sendDocument');
  return (
    <Button isDisabled={busy} onPress={() => void send({ params: { id: String(id) }, body: undefined })}>
      Send
    </Button>
  );
}
