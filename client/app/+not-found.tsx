import { View } from 'react-native';
import { SPACE } from '@/theme/layout';
import { LinkButton } from '@/ui/link-button';
import { useTitle } from '@/ui/page';
import { Empty } from '@/ui/states';

/** An address that is none of ours. */
export default function NotFound() {
  useTitle('No such page');
  return (
    <View role="main" style={{ flex: 1, justifyContent: 'center', padding: SPACE.xl }}>
      <Empty
        level={1}
        title="No such page"
        actions={
          <LinkButton href="/" mode="contained">
            To the term
          </LinkButton>
        }
      >
        Nothing stands at this address. It may have been mistyped, or what stood here is gone.
      </Empty>
    </View>
  );
}
