import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { router } from './app.tsx';
import { store } from './store.ts';
import { GlobalStyle } from './theme/GlobalStyle.ts';

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root element');
createRoot(root).render(
  <StrictMode>
    <GlobalStyle />
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
