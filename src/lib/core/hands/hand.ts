export type HandName = 'right' | 'left';
