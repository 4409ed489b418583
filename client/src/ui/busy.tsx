import { ActivityIndicator } from 'react-native';
import { useColours } from '@/theme/paper-theme';

interface BusyProps {
  /** What is being done: "Reading". */
  label: string;
  /** In pixels. */
  size?: number;
}

/** Turns while something is being done. The browser turns it by itself, so that it turns while the page computes. */
export function Busy({ label, size = 24 }: BusyProps) {
  const { primary } = useColours();
  return <ActivityIndicator size={size} color={primary} aria-label={label} />;
}
