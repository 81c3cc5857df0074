import { Toast, Toaster } from '@chakra-ui/react';
import { notices } from '../platform/notices.ts';

/** What finished, what others did, what can be taken back: said at the foot of every page. */
export function Notices() {
  return (
    <Toaster toaster={notices} insetInline={{ mdDown: '4' }}>
      {(notice) => (
        <Toast.Root>
          <Toast.Title>{notice.title}</Toast.Title>
          {notice.action ? <Toast.ActionTrigger>{notice.action.label}</Toast.ActionTrigger> : null}
        </Toast.Root>
      )}
    </Toaster>
  );
}
