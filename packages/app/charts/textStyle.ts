import type { Tokens } from '../theme/tokens';

export const FONT = 'Atkinson Hyperlegible Next Variable';

/** How charts are lettered. */
export const textStyle = ({ inkSoft }: Tokens) => ({ color: inkSoft, fontFamily: FONT, fontSize: 12 });
