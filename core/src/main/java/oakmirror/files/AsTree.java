package oakmirror.files;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.jsontype.TypeSerializer;
import com.fasterxml.jackson.databind.ser.std.StdSerializer;
import java.io.IOException;
import java.util.function.Function;

/** Writes what makes a tree of its own. */
public final class AsTree<T> extends StdSerializer<T> {

    private static final long serialVersionUID = 1L;

    private final transient Function<T, ? extends JsonNode> tree;

    public AsTree(Class<T> type, Function<T, ? extends JsonNode> tree) {
        super(type);
        this.tree = tree;
    }

    @Override
    public void serialize(T value, JsonGenerator to, SerializerProvider context) throws IOException {
        to.writeTree(tree.apply(value));
    }

    @Override
    public void serializeWithType(T value, JsonGenerator to, SerializerProvider context, TypeSerializer type)
            throws IOException {
        serialize(value, to, context);
    }
}
