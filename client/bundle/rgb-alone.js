/** What colours can be made of others: ours are red, green and blue, as is all that Paper makes of them. */
const rgb = {};
Object.defineProperties(rgb, { channels: { value: 3 }, labels: { value: 'rgb' } });
module.exports = { rgb };
