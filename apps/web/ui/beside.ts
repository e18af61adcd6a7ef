// Looks of what stands beside each other, and one above the other on a phone.

/** Charts and the figures beside them; on a phone the figures stand below. */
export const CHARTS_AND_FIGURES =
  'flex min-h-0 gap-3 max-[640px]:flex-col max-[640px]:overflow-auto max-[640px]:[&>*]:shrink-0 max-[640px]:[&>*:first-child]:h-[20rem] max-[640px]:[&>*:first-child]:flex-none';

/** The figures of {@link CHARTS_AND_FIGURES}. */
export const FIGURES_BESIDE =
  'w-[24rem] shrink-0 overflow-auto max-[640px]:w-full max-[640px]:overflow-visible';
