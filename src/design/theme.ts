import { createGlobalStyle, css } from 'styled-components';

// One place for colours, type and sizes. Light and dark pairs reach 7:1 for text on paper.
const light = css`
  color-scheme: light;
  --paper: #f6f4ed;
  --panel: #fdfcf8;
  --rule: #dcd7c9;
  --rule-strong: #8b8878;
  --ink: #1c2a2f;
  --quiet: #424e53;
  --fluid-top: #e6ee9b;
  --fluid: #c2d235;
  --fluid-deep: #9aab14;
  --bubble: #fffef4;
  --out: #8f300c;
  --out-tint: #f7e6dc;
  --info: #185062;
  --info-tint: #dfeaec;
  --good: #3d5206;
  --figure: #cfd3ca;
  --figure-far: #e4e4dc;
  --figure-hair: #b9beb6;
  --mat: #b7cace;
  --prop: #d9b877;
  --prop-deep: #8a6a2c;
  --on-ink: #fdfcf8;
  --on-fluid: #1c2a2f;
`;

const dark = css`
  color-scheme: dark;
  --paper: #11181b;
  --panel: #192327;
  --rule: #2f3d42;
  --rule-strong: #6d7d82;
  --ink: #eef1e9;
  --quiet: #a9b6b9;
  --fluid-top: #e6ee9b;
  --fluid: #c2d235;
  --fluid-deep: #8fa010;
  --bubble: #ffffff;
  --out: #ff9a73;
  --out-tint: #37221a;
  --info: #8fcbd9;
  --info-tint: #17303a;
  --good: #c9da5a;
  --figure: #43525a;
  --figure-far: #29343a;
  --figure-hair: #35434a;
  --mat: #2c474f;
  --prop: #7a6234;
  --prop-deep: #c9a257;
  --on-ink: #11181b;
  --on-fluid: #1c2a2f;
`;

export const narrow = '@media (max-width: 860px)';
export const phone = '@media (max-width: 520px)';

export const GlobalStyle = createGlobalStyle`
  :root { ${light} }
  @media (prefers-color-scheme: dark) { :root:not([data-theme='light']) { ${dark} } }
  :root[data-theme='dark'] { ${dark} }

  *, *::before, *::after { box-sizing: border-box; }
  html { background: var(--paper); color: var(--ink); font: 400 17px/1.5 var(--text); -webkit-text-size-adjust: 100%; }
  body { margin: 0; min-height: 100vh; }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  h1, h2, h3, .numeral { font-family: var(--head); font-stretch: 88%; font-weight: 700; line-height: 1.12; letter-spacing: -0.01em; }
  h1 { font-size: 2.25rem; }
  h2 { font-size: 1.35rem; }
  h3 { font-size: 1.06rem; }
  .numeral { font-variant-numeric: tabular-nums; }
  a { color: inherit; }
  button, input, select, textarea { font: inherit; color: inherit; }
  :focus-visible { outline: 3px solid var(--info); outline-offset: 2px; }
  ::selection { background: var(--fluid); color: var(--on-fluid); }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { animation: none !important; transition: none !important; scroll-behavior: auto !important; } }
  @media print { html { background: #fff; font-size: 12pt; } nav, .no-print { display: none !important; } }
`;
