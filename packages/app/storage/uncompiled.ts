import { z } from 'zod';

// The page's content security policy forbids code made from text.
z.config({ jitless: true });
