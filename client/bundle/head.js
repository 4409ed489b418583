/** The head of a page is written by its title alone (`ui/page.tsx`): the router's way of writing it has nothing to do. */
module.exports = { Head: { Provider: ({ children }) => children } };
