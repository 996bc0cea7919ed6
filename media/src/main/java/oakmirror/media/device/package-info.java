/** Where sound goes: Java Sound, or a simulated device that ships with the program. */
package oakmirror.media.device;
