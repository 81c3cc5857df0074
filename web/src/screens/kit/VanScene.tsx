import { VanPicture } from './VanPicture.tsx';

export const VanScene = VanPicture;
