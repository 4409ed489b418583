import { usePathname, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useCourses } from '@/data/courses';
import { drop } from '@/model/incoming/dropped';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { useLatest } from '@/ui/hooks/use-latest';

const hasFiles = ({ dataTransfer }: DragEvent) => dataTransfer?.types.includes('Files') ?? false;

/** Files that are dropped anywhere on the window go to the place that reads them: that of the course that is open, else that of the term. */
export function DropAnywhere() {
  const c = useColours();
  const router = useRouter();
  const path = usePathname();
  const { data: courses } = useCourses();
  const [isOver, setIsOver] = useState(false);
  const id = /^\/(?:course|sheet)\/([^/]+)/.exec(path)?.[1];
  const course = courses?.find((each) => each.id === id);
  const take = useLatest((files: readonly File[]) => {
    const place = course ? `/course/${course.id}/${path.endsWith('/school') ? 'school' : 'files'}` : '/files';
    drop(files);
    if (path !== place) router.push(place);
  });
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setIsOver(true);
    };
    const leave = (event: DragEvent) => event.relatedTarget === null && setIsOver(false);
    const onDrop = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setIsOver(false);
      take(Array.from(event.dataTransfer?.files ?? []));
    };
    window.addEventListener('dragover', over);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', onDrop);
    };
  }, [take]);
  if (!isOver) return null;
  return (
    <View
      pointerEvents="none"
      style={{
        position: 'absolute',
        inset: SPACE.l,
        zIndex: 5,
        borderRadius: 24,
        borderWidth: 3,
        borderStyle: 'dashed',
        borderColor: c.primary,
        backgroundColor: `${c.primarySoft}e6`,
        alignItems: 'center',
        justifyContent: 'center',
        padding: SPACE.xl,
      }}
    >
      <Text variant="headlineSmall" role="status" style={{ color: c.onPrimarySoft, textAlign: 'center' }}>
        {course ? `Let go: it is read beside ${course.document.title}` : 'Let go: it is read as a new course'}
      </Text>
    </View>
  );
}
