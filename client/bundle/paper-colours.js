/** Of the colours that Paper had before its themes, those that its controls still name. */
module.exports = {
  black: '#000000',
  white: '#ffffff',
  transparent: 'rgba(255, 255, 255, 0)',
  pinkA100: '#ff80ab',
  pinkA400: '#f50057',
  grey50: '#fafafa',
  grey200: '#eeeeee',
  grey400: '#bdbdbd',
  grey700: '#616161',
  grey800: '#424242',
};
