/** Where a piece lies, as the first part of its address. */
export const match = (param: string): param is 'pieces' | 'submitted' => param === 'pieces' || param === 'submitted';
