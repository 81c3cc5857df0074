import { notifyManager } from '@tanstack/react-query';
import { configure } from '@testing-library/react';

// What comes later is waited for, however long a busy machine takes: only what never comes fails.
configure({ asyncUtilTimeout: 50_000 });

// What a query has is told at the end of the turn it came in, and not when a timer is due.
notifyManager.setScheduler(queueMicrotask);
