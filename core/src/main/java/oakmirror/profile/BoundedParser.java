package oakmirror.profile;

import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.util.JsonParserDelegate;
import java.io.IOException;
import oakmirror.text.Texts;

/** Reads JSON whose values may each have so many tokens, so that none can fill the memory: counted anew from each value of a list two levels deep. */
final class BoundedParser extends JsonParserDelegate {

    /** Nesting at which a value of the outermost list begins. */
    private static final int LIST = 2;

    private final long most;
    private int depth;
    private long count;

    BoundedParser(JsonParser parser, long most) {
        super(parser);
        this.most = most;
    }

    @Override
    public JsonToken nextToken() throws IOException {
        return counted(super.nextToken());
    }

    @Override
    public JsonToken nextValue() throws IOException {
        JsonToken token = nextToken();
        return token == JsonToken.FIELD_NAME ? nextToken() : token;
    }

    @Override
    public String nextFieldName() throws IOException {
        return nextToken() == JsonToken.FIELD_NAME ? currentName() : null;
    }

    @Override
    public JsonParser skipChildren() throws IOException {
        if (currentToken() != null && currentToken().isStructStart()) {
            for (int open = 1; open > 0; ) {
                JsonToken token = nextToken();
                if (token == null) {
                    return this;
                }
                open += token.isStructStart() ? 1 : token.isStructEnd() ? -1 : 0;
            }
        }
        return this;
    }

    private JsonToken counted(JsonToken token) throws IOException {
        if (token != null) {
            depth += token.isStructStart() ? 1 : token.isStructEnd() ? -1 : 0;
            count = depth <= LIST ? 0 : count + 1;
            if (count > most) {
                throw new JsonParseException(this, Texts.of("invalid.tooMuch"));
            }
        }
        return token;
    }
}
