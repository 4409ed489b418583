import { AlongQuestionDialog } from './along-question';
import { AwayNotice } from './away-notice';
import { DropAnywhere } from './drop-anywhere';
import { NewVersion } from './new-version';
import { SavingMark } from './saving-mark';
import { SessionEnded } from './session-ended';
import { UndoNotice } from './undo-notice';
import { UnsavedNotice } from './unsaved-notice';

/** What is told above every page: the server away, a newer version, what is not saved yet. It also saves what was changed. */
export function AbovePage() {
  return (
    <>
      <AwayNotice />
      <NewVersion />
      <SavingMark />
      <UnsavedNotice />
    </>
  );
}

/** What is told and asked below every page, or over it. */
export function BelowPage() {
  return (
    <>
      <UndoNotice />
      <AlongQuestionDialog />
      <SessionEnded />
      <DropAnywhere />
    </>
  );
}
