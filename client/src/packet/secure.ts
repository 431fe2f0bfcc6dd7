/** Why a phone's own program takes the photos where other devices come over plain http. */
export const WHY_NO_LIVE_CAMERA =
  'Ravlo was started with --plain, so nothing is sealed on its way, and browsers give no live camera to such a page: the phone’s own camera takes the photos.';
