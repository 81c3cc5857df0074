import { z } from 'zod';
import { refusalWords } from '@kavrell/core/refusals';

// What a schema has no words for is refused in ours: by the server, and by the child processes that compute for it.
z.config({ customError: refusalWords });
