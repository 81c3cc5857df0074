import { configure } from '@testing-library/react';

// What comes later is waited for, however long a busy machine takes: only what never comes fails.
configure({ asyncUtilTimeout: 50_000 });
