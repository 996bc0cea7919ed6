/** Clips and streams of samples, channel roles, time ranges: what every measurement and every process works on. */
package oakmirror.audio;
