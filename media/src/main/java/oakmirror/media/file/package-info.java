/** Audio files in (through FFmpeg) and out (WAV by ourselves, FLAC through FFmpeg), and conversion of sample rates. */
package oakmirror.media.file;
