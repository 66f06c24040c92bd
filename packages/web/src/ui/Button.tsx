import { Button as AriaButton, type ButtonProps } from 'react-aria-components/Button';
import styled, { css } from 'styled-components';
import { color, size, space } from '../theme/tokens.ts';

const look = {
  primary: css`
    background: ${color.primary};
    color: ${color.textOnPrimary};
    border-color: ${color.primary};
    &[data-hovered] {
      background: ${color.primaryRaised};
    }
  `,
  plain: css`
    background: ${color.paper};
    border-color: ${color.lineStrong};
    &[data-hovered] {
      background: ${color.paperDim};
    }
  `,
  quiet: css`
    background: transparent;
    border-color: transparent;
    color: ${color.textQuiet};
    padding: 0 ${space.one};
    &[data-hovered] {
      color: ${color.text};
      text-decoration: underline;
    }
  `,
  trouble: css`
    background: ${color.paper};
    border-color: ${color.trouble};
    color: ${color.trouble};
    &[data-hovered] {
      background: ${color.troubleSoft};
    }
  `,
};

type Look = keyof typeof look;

/** Something to do. One `primary` a page; `quiet` within text and tables. */
export function Button({ $look = 'plain', ...props }: ButtonProps & { readonly $look?: Look }) {
  return <Looked $look={$look} data-primary={$look === 'primary' || undefined} {...props} />;
}

const Looked = styled(AriaButton)<{ readonly $look: Look }>`
  display: inline-flex;
  align-items: center;
  gap: ${space.one};
  height: 30px;
  padding: 0 ${space.three};
  border: 1px solid;
  border-radius: ${size.radius};
  font-weight: 550;
  white-space: nowrap;
  cursor: pointer;
  ${({ $look }) => look[$look]}
  &[data-disabled] {
    opacity: 0.5;
    cursor: default;
  }
`;
