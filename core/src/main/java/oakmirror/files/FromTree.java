package oakmirror.files;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.deser.std.StdDeserializer;
import java.io.IOException;
import java.util.function.Function;

/** Reads what is made of a tree of its own, with checks of its own. */
public final class FromTree<T> extends StdDeserializer<T> {

    private static final long serialVersionUID = 1L;

    private final transient Function<JsonNode, T> made;

    public FromTree(Class<T> type, Function<JsonNode, T> made) {
        super(type);
        this.made = made;
    }

    @Override
    public T deserialize(JsonParser from, DeserializationContext context) throws IOException {
        JsonNode tree = context.readTree(from);
        try {
            return made.apply(tree);
        } catch (IllegalArgumentException e) {
            throw context.instantiationException(handledType(), e);
        }
    }
}
