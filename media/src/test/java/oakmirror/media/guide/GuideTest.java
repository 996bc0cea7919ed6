package oakmirror.media.guide;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;

class GuideTest {

    @Test
    void aWordIsFoundWhereverItIsToldOf() {
        Guide guide = Guide.in("en");
        assertThat(guide.find("true peak")).extracting(Chapter::id).contains("finish");
        assertThat(guide.find("CORRIDOR inside")).extracting(Chapter::id).containsExactly("compare");
        assertThat(guide.find("zebra")).isEmpty();
    }

    @Test
    void aLanguageWithoutAGuideHasTheEnglishOne() {
        assertThat(Guide.in("xx").chapters().get(1).title())
                .isEqualTo(Guide.in("en").chapters().get(1).title());
        assertThat(Guide.in("de").chapters().get(1).title()).startsWith("Sammeln");
    }

    @Test
    void theWholeIsAPageThatNeedsNoOtherFile() {
        Document page = Jsoup.parse(Guide.in("de").html("Anleitung & mehr", Path.of("../docs/screenshots")));
        assertThat(page.title()).isEqualTo("Anleitung & mehr");
        assertThat(page.select("html").attr("lang")).isEqualTo("de");
        assertThat(page.select("section h1")).hasSize(12);
        for (var link : page.select("ol a[href^=#]")) {
            assertThat(page.getElementById(link.attr("href").substring(1))).isNotNull();
        }
        assertThat(page.select("img")).hasSizeGreaterThan(10).allMatch(i -> i.attr("src")
                .startsWith("data:image/png;base64,"));
        assertThat(page.select("[src^=http], link, script")).isEmpty();
        assertThat(Jsoup.parse(Guide.in("en").html("x", Path.of("nowhere"))).select("img"))
                .isEmpty();
    }
}
