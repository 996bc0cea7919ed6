package oakmirror.cli;

import oakmirror.text.Product;
import picocli.CommandLine.IVersionProvider;

/** Which version of the program this is. */
final class Version implements IVersionProvider {

    @Override
    public String[] getVersion() {
        return new String[] {Product.NAME + " " + Product.version()};
    }
}
