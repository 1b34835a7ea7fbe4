import { SHAPES, type Shape } from '$core/materials/source';

/** In which shape a file is wanted, as a part of its address. */
export const match = (param: string): param is Shape => SHAPES.some((shape) => shape === param);
