/** Named in every saved run: the same engine gives the same run from the same strategy and bars, to the last bit. */
export const ENGINE_VERSION = '0.2.1';
