/** What the first entry of an OpenRaster file says that it is. */
export const OPENRASTER_TYPE = 'image/openraster';

/** Where in an OpenRaster file our own archive lies. */
export const OWN_FOLDER = 'diplex/';

/** Says which pictures our own archive stands for: what is not as it says here was changed elsewhere. */
export const UNCHANGED = 'diplex/unchanged.json';
