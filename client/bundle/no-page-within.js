/** What talks with a page that stands within an application of a phone: ours is the page itself. */
module.exports = { IS_DOM: false, useDomComponentNavigation: () => undefined };
