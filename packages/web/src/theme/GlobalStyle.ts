import '@fontsource-variable/instrument-sans/standard.css';
import { createGlobalStyle } from 'styled-components';
import { color, SCHEMES, type } from './tokens.ts';

export const GlobalStyle = createGlobalStyle`
  ${SCHEMES}
  *, *::before, *::after { box-sizing: border-box; }
  html, body, #root { height: 100%; margin: 0; }
  body {
    font-family: ${type.family};
    font-size: ${type.base};
    line-height: 1.35;
    color: ${color.text};
    background: ${color.paper};
    -webkit-font-smoothing: antialiased;
  }
  h1, h2, h3, p, dl, dd, ol, ul { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  a { color: inherit; }
  button, input, select, textarea { font: inherit; color: inherit; }
  :focus-visible { outline: 2px solid ${color.focus}; outline-offset: 1px; }
  table { border-collapse: separate; border-spacing: 0; }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { transition: none !important; animation: none !important; }
  }
  @media print {
    header, nav, aside, footer { display: none !important; }
  }
`;
