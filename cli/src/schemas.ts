import { z } from 'zod';
import { refusalWords } from '@kavrell/core/refusals';

// What a schema has no words for is refused in ours.
z.config({ customError: refusalWords });
