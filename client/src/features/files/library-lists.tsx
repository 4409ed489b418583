import { SCALE_PRESETS, type Course } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { Button, IconButton, Text } from 'react-native-paper';
import { OpenCourseFile } from '@/course-ui/open-course-file';
import { reasonOf } from '@/data/api';
import {
  ruleSheetsQuery,
  scalesQuery,
  useCoursesWith,
  useDeleteRuleSheet,
  useKeepRuleSheet,
  useKeepScale,
  type LibraryScale,
  type RuleSheet,
} from '@/data/library';
import { deletion, remember } from '@/data/undo';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { NameForm } from '@/ui/fields/name-form';
import { LinkButton } from '@/ui/link-button';
import { Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { plural } from '@/wording/words';
import { saveCourseFile } from './save';

/** The student's own grading scales, each with how many courses have it; and a new one. */
export function ScaleList() {
  const { data: scales, error, refetch } = useQuery(scalesQuery);
  const keep = useKeepScale();
  const router = useRouter();
  return (
    <Stack gap="s">
      <SectionTitle>Grading scales</SectionTitle>
      {error && !scales ? (
        <Failed what="Your scales" reason={reasonOf(error)} retry={() => void refetch()} />
      ) : !scales ? (
        <Loading what="your scales" />
      ) : scales.length === 0 ? (
        <Soft>None yet. A course’s scale can be kept on its Rules page, to be used again.</Soft>
      ) : (
        <View role="list" aria-label="Your grading scales">
          {scales.map((scale) => (
            <ScaleRow key={scale.id} kept={scale} />
          ))}
        </View>
      )}
      <NameForm
        label="A new scale, named"
        button="Make it"
        busy={keep.isPending}
        reason={keep.error ? reasonOf(keep.error) : undefined}
        onName={(name) =>
          keep.mutate(
            { name, scale: SCALE_PRESETS[0]!.scale },
            { onSuccess: ({ id }) => router.push(`/scales/${id}`) },
          )
        }
      />
    </Stack>
  );
}

function ScaleRow({ kept: { id, name, scale } }: { kept: LibraryScale }) {
  const c = useColours();
  const using = useCoursesWith(scale).length;
  return (
    <View role="listitem">
      <Link href={`/scales/${id}`} asChild>
        <Pressable
          role="link"
          style={{
            minHeight: 56,
            flexDirection: 'row',
            alignItems: 'center',
            gap: SPACE.s,
            borderTopWidth: 1,
            borderColor: c.rule,
          }}
        >
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text variant="titleSmall">{name}</Text>
            <Text variant="bodySmall" style={{ color: c.soft }}>
              {scale.bands.map(({ label }) => label).join(' ')}
              {using > 0 ? ` · ${plural(using, 'course')}` : ''}
            </Text>
          </View>
          <Icon name="chevron-right" size={20} color={c.soft} />
        </Pressable>
      </Link>
    </View>
  );
}

/** The student's rule sheets: a course can start from one, and one can be handed on as a file. */
export function RuleSheetList() {
  const { data: sheets, error, refetch } = useQuery(ruleSheetsQuery);
  const keep = useKeepRuleSheet();
  return (
    <Stack gap="s">
      <SectionTitle>Rule sheets</SectionTitle>
      {error && !sheets ? (
        <Failed what="Your rule sheets" reason={reasonOf(error)} retry={() => void refetch()} />
      ) : !sheets ? (
        <Loading what="your rule sheets" />
      ) : sheets.length === 0 ? (
        <Soft>
          None yet. A course’s rules can be kept on its Rules page, for the next course of the kind.
        </Soft>
      ) : (
        <View role="list" aria-label="Your rule sheets">
          {sheets.map((sheet) => (
            <SheetRow key={sheet.id} sheet={sheet} />
          ))}
        </View>
      )}
      <OpenCourseFile
        label="Keep a sheet from a file"
        busy={keep.isPending}
        onOpen={(document) => keep.mutate(document)}
      />
      {keep.error && <Soft>It could not be kept: {reasonOf(keep.error)}</Soft>}
    </Stack>
  );
}

function SheetRow({ sheet: { id, document } }: { sheet: RuleSheet }) {
  const c = useColours();
  const remove = useDeleteRuleSheet();
  const keep = useKeepRuleSheet();
  const { title } = document;
  const gone = () =>
    remember(
      deletion(
        `${title} deleted from your rule sheets`,
        id,
        () => keep.mutateAsync(document),
        remove.mutateAsync,
      ),
      true,
    );
  return (
    <View
      role="listitem"
      style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.xs }}
    >
      <Text variant="titleSmall">{title}</Text>
      <Soft>{sheetWords(document)}</Soft>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center' }}>
        <LinkButton href={`/new-course?sheet=${id}`} label={`Start a course from ${title}`}>
          Start a course
        </LinkButton>
        <Button
          compact
          accessibilityLabel={`Save as a file, ${title}`}
          onPress={() => saveCourseFile(document, `${title} rules`)}
        >
          Save as a file
        </Button>
        <IconButton
          icon="delete"
          size={20}
          style={{ margin: 0, width: TOUCH, height: TOUCH }}
          accessibilityLabel={`Delete the rule sheet ${title}`}
          onPress={() => void remove.mutateAsync(id).then(gone, () => undefined)}
        />
      </View>
      {remove.error && <Soft>It could not be deleted: {reasonOf(remove.error)}</Soft>}
    </View>
  );
}

/** "Field logs, Seminar, Final exam". */
function sheetWords({ root }: Course): string {
  const names = root.children.map(({ name }) => name);
  return names.length === 0 ? 'No categories yet.' : `${names.join(', ')}.`;
}
