import type { ReactNode } from 'react';
import styled from 'styled-components';
import { color, narrow, space, type } from '../theme/tokens.ts';

export interface PageProps {
  readonly title: string;
  /** One line of facts. */
  readonly facts?: ReactNode;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** Title, one line of facts, actions at the right, content that fills the rest. */
export function Page({ title, facts, actions, children }: PageProps) {
  return (
    <Body>
      <title>{`${title} · Lowtide`}</title>
      <Head>
        <div>
          <h1>{title}</h1>
          <p>{facts}</p>
        </div>
        <Actions>{actions}</Actions>
      </Head>
      {children}
    </Body>
  );
}

const Body = styled.div`
  display: flex;
  flex-direction: column;
  gap: ${space.three};
  height: 100%;
  min-height: 0;
  padding: ${space.three} ${space.four} ${space.two};
  ${narrow} {
    height: auto;
    padding: ${space.two};
  }
`;

const Head = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: ${space.four};
  ${narrow} {
    flex-wrap: wrap;
    gap: ${space.two};
  }
  h1 {
    font-size: ${type.title};
    font-weight: 650;
    letter-spacing: -0.01em;
    line-height: 1.2;
  }
  p {
    color: ${color.textQuiet};
    min-height: 1.35em;
  }
`;

const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: ${space.two};
  flex-shrink: 0;
`;

/** One sentence that says what a report shows; its choices are inside it. */
export const Sentence = styled.div`
  color: ${color.textQuiet};
  strong {
    color: ${color.text};
  }
  > a,
  > [data-files] {
    float: right;
    margin-left: ${space.four};
  }
  > [data-files] a {
    margin-left: ${space.two};
  }
`;

/** What scrolls when the page is full. */
export const Scroll = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
`;

/** Parts of a page below each other. */
export const Parts = styled.div`
  display: grid;
  gap: ${space.four};
`;

/** One part of a page under its heading. */
export function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title}>
      <PartTitle>{title}</PartTitle>
      {children}
    </section>
  );
}

const PartTitle = styled.h2`
  font-size: ${type.base};
  font-weight: 650;
  margin-bottom: ${space.one};
`;
