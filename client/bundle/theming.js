import createTheming from '@callstack/react-theme-provider/lib/createTheming';
import { useContext } from 'react';

/** The package's way to themes. It copies each that is handed on, colour by colour, also where it is the one that holds there anyway. */
export default function createThemingOnce(theme) {
  const theming = createTheming(theme);
  const useTheme = (own) => {
    const around = useContext(theming.ThemeContext);
    return theming.useTheme(own === around ? undefined : own);
  };
  return { ...theming, useTheme };
}
