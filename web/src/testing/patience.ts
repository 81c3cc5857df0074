import { notifyManager } from '@tanstack/react-query';
import { configure } from '@testing-library/react';
import * as React from 'react';
import '../platform/schemas.ts';

// What comes later is waited for, however long a busy machine takes: only what never comes fails.
configure({ asyncUtilTimeout: 50_000 });

// What a query has is told at the end of the turn it came in, and not when a timer is due.
notifyManager.setScheduler(queueMicrotask);

// React in its talkative form takes down where each part was made: a tenth of all the time, for a line that no test reads.
const told = (React as unknown as Record<string, Record<string, unknown> | undefined>)[
  '__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE'
];
if (told && 'recentlyCreatedOwnerStacks' in told)
  Object.defineProperty(told, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set() {} });
