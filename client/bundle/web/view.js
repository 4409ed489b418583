import { createElement, forwardRef, useContext } from 'react';
import Whole from 'react-native-web/dist/exports/View';
import StyleSheet from 'react-native-web/dist/exports/StyleSheet';
import TextAncestorContext from 'react-native-web/dist/exports/Text/TextAncestorContext';
import { useLocaleContext } from 'react-native-web/dist/modules/useLocale';
import { drawn, handedOn, useAttached } from './handed-on';

const STYLES = StyleSheet.create({
  view$raw: {
    alignContent: 'flex-start',
    alignItems: 'stretch',
    backgroundColor: 'transparent',
    border: '0 solid black',
    boxSizing: 'border-box',
    display: 'flex',
    flexBasis: 'auto',
    flexDirection: 'column',
    flexShrink: 0,
    listStyle: 'none',
    margin: 0,
    minHeight: 0,
    minWidth: 0,
    padding: 0,
    position: 'relative',
    textDecoration: 'none',
    zIndex: 0,
  },
  inline: { display: 'inline-flex' },
});

/**
 * A view as the package for the web has it. That one listens to what is dragged in each view, and measures it: eight hooks. Those that are only
 * drawn, nearly all of them, do without.
 */
const View = forwardRef(function View(props, ref) {
  const isInText = useContext(TextAncestorContext);
  const { direction } = useLocaleContext();
  const attached = useAttached(ref);
  const given = handedOn(props);
  if (!given) return createElement(Whole, { ...props, ref });
  given.style = [STYLES.view$raw, isInText && STYLES.inline, props.style];
  return drawn('div', given, direction, attached);
});

export default View;
