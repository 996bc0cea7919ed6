package oakmirror.session;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.deser.std.StdDeserializer;
import com.fasterxml.jackson.databind.jsontype.TypeSerializer;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.ser.std.StdSerializer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.Map;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileJson;
import oakmirror.text.Texts;

/**
 * The profiles of a session's file, each once, by a key of what it holds: references have them, and so has the session that each version was made of. Read
 * again, whoever had the same has one and the same. A profile may stand where it is used instead, as it did at first.
 */
final class ProfilePool {

    private static final int KEY_LENGTH = 32;

    private final ObjectNode trees;
    private final Map<Profile, String> keys = new IdentityHashMap<>();
    private final Map<String, Profile> read = new HashMap<>();

    /** A pool of what stands in a tree, to be read from it or added to it. */
    ProfilePool(ObjectNode trees) {
        this.trees = trees;
    }

    private String add(Profile profile) {
        return keys.computeIfAbsent(profile, p -> {
            JsonNode tree = ProfileJson.toTree(p);
            String key = keyOf(tree);
            trees.set(key, tree);
            return key;
        });
    }

    private static String keyOf(JsonNode tree) {
        try {
            byte[] hash =
                    MessageDigest.getInstance("SHA-256").digest(tree.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash).substring(0, KEY_LENGTH);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    private Profile get(String key) {
        if (!trees.has(key)) {
            throw new IllegalArgumentException(Texts.of("invalid.profile"));
        }
        return read.computeIfAbsent(key, k -> ProfileJson.fromTree(trees.get(k)));
    }

    /** Writes a profile into the pool of its file, and where it is used the key. */
    static final class Writer extends StdSerializer<Profile> {

        private static final long serialVersionUID = 1L;

        Writer() {
            super(Profile.class);
        }

        @Override
        public void serialize(Profile value, JsonGenerator to, SerializerProvider context) throws IOException {
            if (context.getAttribute(ProfilePool.class) instanceof ProfilePool pool) {
                to.writeString(pool.add(value));
            } else {
                to.writeTree(ProfileJson.toTree(value));
            }
        }

        @Override
        public void serializeWithType(Profile value, JsonGenerator to, SerializerProvider context, TypeSerializer type)
                throws IOException {
            serialize(value, to, context);
        }
    }

    /** Reads a profile from the pool of its file, or where it stands. */
    static final class Reader extends StdDeserializer<Profile> {

        private static final long serialVersionUID = 1L;

        Reader() {
            super(Profile.class);
        }

        @Override
        public Profile deserialize(JsonParser from, DeserializationContext context) throws IOException {
            JsonNode tree = context.readTree(from);
            try {
                return tree.isTextual() && context.getAttribute(ProfilePool.class) instanceof ProfilePool pool
                        ? pool.get(tree.asText())
                        : ProfileJson.fromTree(tree);
            } catch (IllegalArgumentException e) {
                throw context.instantiationException(Profile.class, e);
            }
        }
    }
}
