/** A plugin that does nothing. */
module.exports = () => undefined;
