import { Link, type Href } from 'expo-router';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { Icon } from '@/theme/icons';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

interface LinkButtonProps {
  href: Href;
  children: string;
  mode?: 'text' | 'outlined' | 'contained' | 'contained-tonal';
  icon?: string;
  /** What it leads to, for a screen reader; begins with the words that are seen. */
  label?: string;
  /** Takes the place of this page instead of coming after it. */
  replace?: boolean;
  /** Leads out of Fidens, to a window of its own. */
  outside?: boolean;
}

/** A link that looks like a button: one element and one stop for the Tab key. */
export function LinkButton({
  href,
  children,
  mode = 'text',
  icon,
  label,
  replace = false,
  outside = false,
}: LinkButtonProps) {
  const c = useColours();
  const [background, colour, border] = {
    text: ['transparent', c.primary, 'transparent'],
    outlined: ['transparent', c.primary, c.segment],
    contained: [c.primary, c.onPrimary, c.primary],
    'contained-tonal': [c.primarySoft, c.onPrimarySoft, c.primarySoft],
  }[mode] as [string, string, string];
  const button = (
    <Pressable
      role="link"
      aria-label={label}
      {...(outside && ({ href, hrefAttrs: { target: '_blank', rel: 'noopener' } } as object))}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        alignSelf: 'flex-start',
        gap: SPACE.s,
        minHeight: 44,
        paddingHorizontal: mode === 'text' ? SPACE.m : SPACE.xl,
        borderRadius: 22,
        borderWidth: 1,
        borderColor: border,
        backgroundColor: background,
      }}
    >
      {icon && <Icon name={icon} size={18} color={colour} />}
      <Text variant="labelLarge" style={{ color: colour }}>
        {children}
      </Text>
    </Pressable>
  );
  if (outside) return button;
  return (
    <Link href={href} replace={replace} asChild>
      {button}
    </Link>
  );
}
