import { AsOfLink } from './as-of.tsx';
import { Page } from '../ui/Page.tsx';

export function NoPage() {
  return (
    <Page title="There is no such page">
      <p>
        The address leads nowhere. Go on at <AsOfLink to="/projects">Projects</AsOfLink>, or press Ctrl K and type what
        you look for.
      </p>
    </Page>
  );
}
