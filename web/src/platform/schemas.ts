import { z } from 'zod';
import { refusalWords } from '@kavrell/core/refusals';

// The content policy forbids code made at run time: Zod does without it. What a schema has no words for is refused in ours.
z.config({ jitless: true, customError: refusalWords });
