import { createElement, forwardRef, useContext } from 'react';
import Whole from 'react-native-web/dist/exports/Text';
import TextAncestorContext from 'react-native-web/dist/exports/Text/TextAncestorContext';
import StyleSheet from 'react-native-web/dist/exports/StyleSheet';
import { useLocaleContext } from 'react-native-web/dist/modules/useLocale';
import { drawn, handedOn, useAttached } from './handed-on';

const TEXT = {
  backgroundColor: 'transparent',
  border: '0 solid black',
  boxSizing: 'border-box',
  color: 'black',
  display: 'inline',
  font: '14px System',
  listStyle: 'none',
  margin: 0,
  padding: 0,
  position: 'relative',
  textAlign: 'start',
  textDecoration: 'none',
  whiteSpace: 'pre-wrap',
  wordWrap: 'break-word',
};
const STYLES = StyleSheet.create({
  text$raw: TEXT,
  textHasAncestor$raw: {
    ...TEXT,
    color: 'inherit',
    font: 'inherit',
    textAlign: 'inherit',
    whiteSpace: 'inherit',
  },
  textOneLine: {
    maxWidth: '100%',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    whiteSpace: 'nowrap',
    wordWrap: 'normal',
  },
  textMultiLine: {
    display: '-webkit-box',
    maxWidth: '100%',
    overflow: 'clip',
    textOverflow: 'ellipsis',
    WebkitBoxOrient: 'vertical',
  },
  notSelectable: { userSelect: 'none' },
  selectable: { userSelect: 'text' },
});

/** A text as the package for the web has it, without the hooks of one that is pressed, dragged or measured (`view.js`). */
const Text = forwardRef(function Text(props, ref) {
  const isInText = useContext(TextAncestorContext);
  const { direction } = useLocaleContext();
  const attached = useAttached(ref);
  const given = handedOn(props);
  if (!given) return createElement(Whole, { ...props, ref });
  const { numberOfLines: lines, selectable, style } = props;
  given.style = [
    lines > 1 && { WebkitLineClamp: lines },
    isInText ? STYLES.textHasAncestor$raw : STYLES.text$raw,
    lines === 1 && STYLES.textOneLine,
    lines > 1 && STYLES.textMultiLine,
    style,
    selectable === true && STYLES.selectable,
    selectable === false && STYLES.notSelectable,
  ];
  if (isInText) return drawn('span', given, direction, attached);
  // Which way it is written, the browser sees by what it says.
  const text = drawn('div', given, direction, attached, 'auto');
  return createElement(TextAncestorContext.Provider, { value: true }, text);
});

export default Text;
