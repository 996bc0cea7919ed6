package oakmirror.media.device;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.net.SocketException;
import java.util.function.BiConsumer;
import oakmirror.surface.OscPacket;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Takes messages of Open Sound Control from programs on this machine, and from nowhere else: it listens at the loopback address only. */
public final class OscPort implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(OscPort.class);
    private static final int LARGEST_PACKET = 65_536;

    private final DatagramSocket socket;
    private final BiConsumer<OscPacket.Message, SocketAddress> taker;

    /**
     * Begins to listen.
     *
     * @param port the port, or 0 for any that is free
     * @param taker takes messages and from where they come, on a thread of its own
     * @throws IOException when another program has that port
     */
    public OscPort(int port, BiConsumer<OscPacket.Message, SocketAddress> taker) throws IOException {
        this.taker = taker;
        socket = new DatagramSocket(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        Thread reader = new Thread(this::run, "oakmirror-osc");
        reader.setDaemon(true);
        reader.start();
    }

    /** The port it listens at. */
    public int port() {
        return socket.getLocalPort();
    }

    private void run() {
        byte[] bytes = new byte[LARGEST_PACKET];
        while (!socket.isClosed()) {
            try {
                DatagramPacket packet = new DatagramPacket(bytes, bytes.length);
                socket.receive(packet);
                for (OscPacket.Message message : OscPacket.read(bytes, packet.getLength())) {
                    taker.accept(message, packet.getSocketAddress());
                }
            } catch (SocketException e) {
                LOG.debug("closed, or nobody was there to be answered", e);
            } catch (IOException e) {
                LOG.info("a packet was lost", e);
            }
        }
    }

    /** Answers with a number; an answer that cannot be sent is passed over. */
    public void send(String address, double number, SocketAddress to) {
        byte[] packet = OscPacket.write(address, number);
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
        } catch (IOException e) {
            LOG.debug("nobody there", e);
        }
    }

    @Override
    public void close() {
        socket.close();
    }
}
