/** Run in the page: resolves once it has not changed for a while. Charts come after the words. */
export const drawn = (): Promise<void> =>
  new Promise<void>((resolve) => {
    let timer = setTimeout(resolve, 250);
    // No function here has a name: names would be kept by a helper that the page has not.
    new MutationObserver(() => {
      clearTimeout(timer);
      timer = setTimeout(resolve, 250);
    }).observe(document.body, { childList: true, subtree: true, attributes: true });
  });
