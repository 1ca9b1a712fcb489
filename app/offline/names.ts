/** What the page and its service worker call things. */
export const PAGES = 'pages-1';
export const GLANCES = 'glances-1';
/** Shown in place of a page that this device has never opened. */
export const NO_PAGE = '/no-page.html';
export const TAKE_OVER = 'take-over';
