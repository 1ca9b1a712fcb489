import { startTransition, StrictMode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { HydratedRouter } from 'react-router/dom';

// Styles that a dialog puts into the page carry the answer's own mark; their package looks for it under this name.
Object.assign(globalThis, {
  __webpack_nonce__: document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce,
});

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
