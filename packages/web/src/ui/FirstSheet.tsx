import type { ReactNode } from 'react';
import styled from 'styled-components';
import { color, space, type } from '../theme/tokens.ts';

/** A page without the frame: before there is a company, or somebody is signed in. */
export function FirstSheet({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Sheet>
      <title>{`${title} · Lowtide`}</title>
      <div>
        <img src="/mark.svg" alt="" width={28} height={28} />
        <strong>Lowtide</strong>
      </div>
      <h1>{title}</h1>
      {children}
    </Sheet>
  );
}

const Sheet = styled.main`
  display: grid;
  gap: ${space.four};
  width: fit-content;
  max-width: 620px;
  margin: 12vh auto;
  padding: ${space.eight};
  border-top: 4px solid ${color.billedBright};
  form {
    display: grid;
    gap: ${space.four};
    width: 360px;
    max-width: 100%;
  }
  > div:first-of-type {
    display: flex;
    align-items: center;
    gap: ${space.two};
    font-size: 1.0625rem;
  }
  > button,
  form > button {
    justify-self: start;
  }
  h1 {
    font-size: ${type.title};
  }
`;
