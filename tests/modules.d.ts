declare module 'smpte-timecode'
