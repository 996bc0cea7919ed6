/** JMH benchmarks of the heart: measuring, fitting, rendering what is heard. How to run them: docs/performance.md. */
package oakmirror.bench;
