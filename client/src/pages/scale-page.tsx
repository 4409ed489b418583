import { checkCourse, checkScale, isSame, type Course, type Scale } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useLocalSearchParams, useRouter } from 'expo-router';
import { Pressable } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import {
  scalesQuery,
  useChangeScale,
  useCoursesWith,
  useDeleteScale,
  useKeepScale,
  type LibraryScale,
} from '@/data/library';
import { useNow } from '@/data/now';
import { deletion, remember } from '@/data/undo';
import { useOver } from '@/data/use-over';
import { ScaleEditor } from '@/features/scales/scale-editor';
import { ScaleRead } from '@/features/scales/scale-rules';
import { effectBetween } from '@/model/computed';
import { placeWords } from '@/rules/change-words';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { ChangeRow } from '@/ui/change-row';
import { KeptField } from '@/ui/fields/kept-field';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { Empty, Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { gradeText, plural } from '@/wording/words';

/** A scale of the library: its bands, the courses that have it, and what a change does to each of them. */
export function ScaleScreen() {
  const { scaleId } = useLocalSearchParams<{ scaleId: string }>();
  const { data: scales, error, refetch } = useQuery(scalesQuery);
  if (error && !scales)
    return <Failed what="Your scales" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!scales) return <Loading what="your scales" />;
  const scale = scales.find(({ id }) => id === scaleId);
  return (
    <Page title={scale ? `${scale.name} – Grading scale` : 'No such scale'}>
      <BackToYou />
      {scale ? (
        <EditScale key={scale.id} kept={scale} />
      ) : (
        <Empty level={1} title="No such scale">
          It may have been deleted, or it is not yours.
        </Empty>
      )}
    </Page>
  );
}

function BackToYou() {
  const c = useColours();
  return (
    <Link href="/you" asChild>
      <Pressable
        role="link"
        aria-label="Back to You"
        style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, minHeight: TOUCH }}
      >
        <Icon name="chevron-left" size={22} color={c.soft} />
        <Text variant="bodyMedium" style={{ color: c.soft }}>
          You
        </Text>
      </Pressable>
    </Link>
  );
}

const isScale = (value: unknown): value is Scale => checkScale(value).ok;

function EditScale({ kept }: { kept: LibraryScale }) {
  const c = useColours();
  const using = useCoursesWith(kept.scale);
  const change = useChangeScale();
  const overlay = useOver(`shared scale ${kept.id}`, kept.scale, isScale);
  const draft = overlay.mine ?? kept.scale;
  const save = (fields: Partial<LibraryScale>, onSuccess?: () => void) =>
    change.mutate({ ...kept, ...fields }, onSuccess && { onSuccess });
  const set = (scale: Scale) => {
    if (isSame(scale, kept.scale)) return overlay.forget();
    overlay.write(scale);
    // Where no course has it there is nothing to show first.
    if (using.length === 0 && !overlay.isStale) save({ scale }, overlay.forget);
  };
  const waits = overlay.mine !== undefined && (using.length > 0 || overlay.isStale);
  return (
    <Stack gap="xl">
      <Stack gap="s">
        <Text variant="headlineLarge" role="heading" aria-level={1}>
          {kept.name}
        </Text>
        <Soft>{usedWords(using)}</Soft>
      </Stack>
      <KeptField
        label="Name of the scale"
        shown="Name"
        value={(change.isPending && change.variables.name) || kept.name}
        fault={(text) =>
          text.trim() === '' || text.trim().length > 100 ? 'A name of at most 100 characters.' : undefined
        }
        onKeep={(name) => save({ name: name.trim() })}
        style={{}}
      />
      <ScaleRead scale={draft} />
      <Stack gap="m">
        <SectionTitle>Change it</SectionTitle>
        <ScaleEditor of={`library ${kept.id}`} scale={draft} set={set} />
      </Stack>
      {change.error && (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          {reasonOf(change.error)}
        </Text>
      )}
      {waits && (
        <Effects
          using={using}
          scale={draft}
          busy={change.isPending}
          isStale={overlay.isStale}
          onKeep={() => save({ scale: draft }, overlay.forget)}
          onDiscard={overlay.forget}
        />
      )}
      <DeleteScale kept={kept} />
    </Stack>
  );
}

function usedWords(using: readonly ShownCourse[]): string {
  if (using.length === 0) return 'No course has this scale just now.';
  const titles = using.map(({ document }) => document.title).join(', ');
  return `${plural(using.length, 'course has', 'courses have')} this scale: ${titles}. A change here is a change of each of them.`;
}

interface EffectsProps {
  using: readonly ShownCourse[];
  scale: Scale;
  busy: boolean;
  /** Another device has changed the scale since this was typed. */
  isStale: boolean;
  onKeep: () => void;
  onDiscard: () => void;
}

/** What the changed scale does to every course that has it, before it is kept for all of them. */
function Effects({ using, scale, busy, isStale, onKeep, onDiscard }: EffectsProps) {
  const c = useColours();
  const now = useNow();
  const effects = using.map(({ id, document }) => {
    const after = { ...document, scale };
    const reason = faultOf(after);
    const standing = reason
      ? undefined
      : effectBetween(document, after, now).outlooks.find(({ name }) => name === 'standing');
    return { id, title: document.title, reason, standing };
  });
  const fits = effects.every(({ reason }) => reason === undefined);
  return (
    <Panel label="Effect of the changed scale" tone="ask" sticky>
      <Soft>
        {isStale ? 'This scale was changed on another device while this was typed.' : 'Not kept yet'}
      </Soft>
      {effects.map(({ id, title, reason, standing }) =>
        reason ? (
          <Text key={id} variant="bodyMedium" role="alert" style={{ color: c.error }}>
            {title}: {reason}.
          </Text>
        ) : (
          <ChangeRow
            key={id}
            label={title}
            before={gradeText(standing?.before)}
            after={gradeText(standing?.after)}
          />
        ),
      )}
      <Row gap="s" wrap>
        {fits && (
          <Button mode="contained" loading={busy} onPress={onKeep}>
            {isStale ? 'Keep mine' : `Keep for ${plural(using.length, 'course')}`}
          </Button>
        )}
        <Button mode="outlined" onPress={onDiscard}>
          {isStale ? 'Keep theirs' : 'Discard'}
        </Button>
      </Row>
    </Panel>
  );
}

/** Why a course cannot have a scale: a score or a target by a letter that is not in it. */
function faultOf(document: Course): string | undefined {
  const checked = checkCourse(document);
  if (checked.ok) return undefined;
  const { at, message } = checked.faults[0]!;
  return `${placeWords(document, at)}: ${message}`;
}

function DeleteScale({ kept }: { kept: LibraryScale }) {
  const router = useRouter();
  const remove = useDeleteScale();
  const keep = useKeepScale();
  const { id, name, scale } = kept;
  const done = () => {
    remember(
      deletion(
        `${name} deleted from your scales`,
        id,
        () => keep.mutateAsync({ name, scale }),
        remove.mutateAsync,
      ),
      true,
    );
    router.replace('/you');
  };
  return (
    <Stack gap="xs" align="start">
      <Button
        loading={remove.isPending}
        onPress={() => void remove.mutateAsync(id).then(done, () => undefined)}
      >
        Delete this scale
      </Button>
      <Soft>
        {remove.error
          ? `It could not be deleted: ${reasonOf(remove.error)}`
          : 'Courses that have it keep it.'}
      </Soft>
    </Stack>
  );
}
