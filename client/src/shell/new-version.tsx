import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { Workbox } from 'workbox-window';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';

/** Milliseconds between two looks for a newer version, in a window that stays open. */
const LOOKS = 60 * 60 * 1000;

let worker: Workbox | undefined;

/** Keeps the application on the device, and hears of a newer one. */
function keptApplication(): Workbox | undefined {
  const service = globalThis.navigator?.serviceWorker as ServiceWorkerContainer | undefined;
  if (worker || process.env.NODE_ENV !== 'production' || !service) return worker;
  worker = new Workbox('/service-worker.js');
  // Every window takes a newer version up together: pages of the older one are no longer kept. The first one is no newer one.
  let wasKept = service.controller !== null;
  service.addEventListener('controllerchange', () => {
    if (wasKept) window.location.reload();
    wasKept = true;
  });
  return worker;
}

/** Offers a newer version once it is on the device; it takes over when the student says so, or when all windows are closed. */
export function NewVersion() {
  const c = useColours();
  const [isWaiting, setWaiting] = useState(false);
  useEffect(() => {
    const kept = keptApplication();
    if (!kept) return undefined;
    const tell = () => setWaiting(true);
    kept.addEventListener('waiting', tell);
    // A browser that keeps no applications, or has no room: it comes from the server each time.
    void kept.register().catch(() => undefined);
    const timer = setInterval(() => void kept.update().catch(() => undefined), LOOKS);
    return () => {
      kept.removeEventListener('waiting', tell);
      clearInterval(timer);
    };
  }, []);
  if (!isWaiting) return null;
  return (
    <View
      role="status"
      style={{ backgroundColor: c.primarySoft, paddingHorizontal: SPACE.l, paddingVertical: SPACE.xs }}
    >
      <Row gap="s" align="center" wrap>
        <Text variant="bodyMedium" style={{ color: c.onPrimarySoft }}>
          A newer Fidens is here. What you have typed stays.
        </Text>
        <Button compact onPress={() => keptApplication()?.messageSkipWaiting()}>
          Take it now
        </Button>
        <Button compact onPress={() => setWaiting(false)}>
          Later
        </Button>
      </Row>
    </View>
  );
}
